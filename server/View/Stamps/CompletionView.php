<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

/** A word that goes on from what was typed; the synonym that led to it, where one did. */
final readonly class CompletionView
{
    public int $id;

    /** @var list<string> from the outermost parent to the word itself */
    public array $path;
    public ?string $synonym;

    /** @param array{id: int, word: string, above: list<string>, synonym: string|null} $found */
    public function __construct(array $found)
    {
        $this->id = $found['id'];
        $this->path = [...$found['above'], $found['word']];
        $this->synonym = $found['synonym'];
    }
}
