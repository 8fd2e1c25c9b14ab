<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/**
 * What stands in a file as it may go on into screens, JSON and the database: a damaged file can hold anything. Texts
 * are valid UTF-8 in one line of at most 200 characters (what people write may be longer), numbers are finite, whole ones fit 32 bits; what is not so is
 * not said.
 */
final class Recorded
{
    private const LONGEST = 200;
    private const LARGEST = 2_147_483_647;

    public static function text(?string $text, int $longest = self::LONGEST): ?string
    {
        $clean = null === $text ? '' : trim(preg_replace('/[\p{C}\s]+/u', ' ', mb_scrub($text, 'UTF-8')) ?? '');

        return '' === $clean ? null : mb_substr($clean, 0, $longest);
    }

    public static function real(?float $number): ?float
    {
        return null !== $number && is_finite($number) ? $number + 0.0 : null; // no minus before a nought
    }

    public static function whole(?int $number): ?int
    {
        return null !== $number && abs($number) <= self::LARGEST ? $number : null;
    }
}
