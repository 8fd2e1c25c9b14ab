<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

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
        $int = static fn (string $key): int => is_numeric($row[$key] ?? null) ? (int) $row[$key] : 0;
        $texts = static function (string $key) use ($row): array {
            $list = \is_string($row[$key] ?? null) ? json_decode($row[$key], true) : [];

            return array_values(array_filter(\is_array($list) ? $list : [], \is_string(...)));
        };
        $this->id = $int('id');
        $this->parent = 0 === $int('parent_id') ? null : $int('parent_id');
        $this->word = \is_string($row['word'] ?? null) ? $row['word'] : '';
        $this->synonyms = $texts('synonyms');
        $this->isHeading = true === ($row['is_heading'] ?? null);
        $this->children = $int('children');
        $this->frames = $int('frames');
        $this->above = $texts('above');
    }
}
