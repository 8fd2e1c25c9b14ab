<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Document\BadDocument;

/** A keyword as it is written down: its words, the outermost parent first. */
final class KeywordPath
{
    public const LONGEST = 100;
    private const DEEPEST = 12;

    /** A word as the vocabulary keeps it; null where it cannot be one: with what its list writes about words in it, it could not be listed. */
    public static function word(string $word): ?string
    {
        $word = trim(preg_replace('/[\p{Z}\p{Cc}]+/u', ' ', mb_scrub($word, 'UTF-8')) ?? '');

        return '' === $word || mb_strlen($word) > self::LONGEST || str_contains($word, '=') || str_ends_with($word, ':') ? null : $word;
    }

    /**
     * @return non-empty-list<string>
     *
     * @throws BadDocument
     */
    public static function read(mixed $value, string $at): array
    {
        $words = [];
        foreach (\is_array($value) ? $value : [$value] as $one) {
            $words[] = (\is_string($one) ? self::word($one) : null) ?? throw BadDocument::at($at, \sprintf('must be words of 1 to %d characters', self::LONGEST));
        }

        return [] !== $words && \count($words) <= self::DEEPEST ? $words : throw BadDocument::at($at, \sprintf('must be 1 to %d words, each below the one before', self::DEEPEST));
    }
}
