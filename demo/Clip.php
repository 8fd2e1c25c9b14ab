<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** A moving picture's file: the boxes of ISO/IEC 14496-12 around media data that nothing here plays. */
final class Clip
{
    public static function mov(): string
    {
        $box = static fn (string $type, string $body): string => pack('N', \strlen($body) + 8).$type.$body;
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(212));
        $media = str_repeat($random->getBytes(65536), 40);

        return $box('ftyp', 'qt  '.pack('N', 0).'qt  ').$box('mdat', $media).$box('moov', $box('mvhd', str_repeat("\0", 100)));
    }
}
