<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** The number that a camera gave a file: the last four digits of its name (DCF 2.0: 0001 to 9999). */
final class CameraNumber
{
    /**
     * @param string $stem the name before its extension
     *
     * @return string|null "0031"; null where the name ends in no such number
     */
    public static function in(string $stem): ?string
    {
        return 1 === preg_match('/(\d{4})\D*$/', $stem, $found) ? $found[1] : null;
    }
}
