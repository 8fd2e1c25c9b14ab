<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

use VelvetLedger\Core\Format\BrokenFile;

/** An image file directory (TIFF 6.0 section 2). Asking for a missing or damaged field gives null. */
final readonly class Ifd
{
    /** @param array<int, Entry> $entries tag => field */
    public function __construct(public int $offset, public array $entries, public int $next)
    {
    }

    public function entry(int $tag): ?Entry
    {
        return $this->entries[$tag] ?? null;
    }

    public function has(int $tag): bool
    {
        return isset($this->entries[$tag]);
    }

    public function text(int $tag): ?string
    {
        $entry = $this->entry($tag);
        if (null === $entry) {
            return null;
        }
        try {
            $text = $entry->text();
        } catch (BrokenFile) {
            return null;
        }

        return '' === $text ? null : mb_scrub($text, 'UTF-8');
    }

    public function int(int $tag, int $index = 0): ?int
    {
        $value = $this->numbers($tag)[$index] ?? null;

        return null === $value ? null : (int) $value;
    }

    public function real(int $tag, int $index = 0): ?float
    {
        $value = $this->numbers($tag)[$index] ?? null;

        return null === $value ? null : (float) $value;
    }

    /** @return list<int|float|null> */
    public function numbers(int $tag): array
    {
        try {
            return $this->entry($tag)?->numbers() ?? [];
        } catch (BrokenFile) {
            return [];
        }
    }

    /** The field's bytes, at most $limit of them. */
    public function raw(int $tag, int $limit = 65536): ?string
    {
        try {
            return $this->entry($tag)?->raw($limit);
        } catch (BrokenFile) {
            return null;
        }
    }
}
