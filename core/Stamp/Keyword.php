<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** A word of the vocabulary as frames bear it: with the words that it stands under. */
final readonly class Keyword
{
    /**
     * @param non-empty-list<string> $path     from the outermost parent to the word itself
     * @param list<string>           $headings those of its parents that are only headings, and never written by themselves
     */
    public function __construct(public array $path, public array $headings = [])
    {
    }

    public function word(): string
    {
        return $this->path[\count($this->path) - 1];
    }

    /** @return list<string> the words that stand by themselves (dc:subject): it, and its parents where these are asked for */
    public function words(bool $parents): array
    {
        return array_values(array_filter($this->path, fn (int $depth): bool => $this->applied($parents)[$depth], \ARRAY_FILTER_USE_KEY));
    }

    /** @return list<bool> which words of the path are applied */
    public function applied(bool $parents): array
    {
        $last = \count($this->path) - 1;

        return array_map(fn (string $word, int $depth): bool => $depth === $last || ($parents && !\in_array($word, $this->headings, true)), $this->path, array_keys($this->path));
    }
}
