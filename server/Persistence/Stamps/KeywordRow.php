<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use VelvetLedger\Server\Persistence\Row;

/** A word of the vocabulary in the ledger. */
final readonly class KeywordRow
{
    public int $id;
    public ?int $parent;
    public string $word;

    /** @var list<string> */
    public array $synonyms;

    /** Whether it only stands there for those below it, and is never written. */
    public bool $isHeading;

    public int $children;
    public int $frames;

    /** @var list<string> the words above it, the outermost first, where these were asked for */
    public array $above;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $is = Row::of($row);
        $this->id = $is->int('id');
        $this->parent = $is->has('parent_id') ? $is->int('parent_id') : null;
        $this->word = $is->text('word');
        $this->synonyms = Row::words($row['synonyms'] ?? null);
        $this->isHeading = $is->bool('is_heading');
        $this->children = $is->has('children') ? $is->int('children') : 0; // not every query counts them
        $this->frames = $is->has('frames') ? $is->int('frames') : 0;
        $this->above = Row::words($row['above'] ?? null);
    }
}
