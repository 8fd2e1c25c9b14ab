<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** The number that a camera gave a file: the last four digits of its name (DCF 2.0: 0001 to 9999), of which some cameras write more before them. */
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

    /**
     * All of it, where a name ends in five to seven digits: four repeat after 9,999 frames. Of longer ones, which are
     * dates, and of shorter ones what in() gives.
     *
     * @return string|null "1000123" of "P1000123"
     */
    public static function whole(string $stem): ?string
    {
        return 1 === preg_match('/(?<!\d)(\d{5,7})\D*$/', $stem, $found) ? $found[1] : self::in($stem);
    }
}
