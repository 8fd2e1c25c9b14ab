<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Words;

/** Numbers in a sentence: "1 frame", "3,000 frames". */
final class Count
{
    public static function of(int $number, string $one, ?string $many = null): string
    {
        return self::figure($number).' '.(1 === $number ? $one : $many ?? $one.'s');
    }

    public static function figure(int $number): string
    {
        return number_format($number);
    }
}
