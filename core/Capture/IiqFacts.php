<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/**
 * What a Phase One IIQ adds to its TIFF structure: a block at byte 8, "IIII", with a directory of 16-byte
 * entries of its own. No published source; checked against ExifTool.
 */
final class IiqFacts
{
    public const SIGNATURE = 'IIII';
    private const BLOCK = 8;

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $order = ByteOrder::Little;
        $directory = self::BLOCK + $order->u32($bytes->read(self::BLOCK + 8, 4));
        $count = min(512, $order->u32($bytes->read($directory, 4)));
        for ($i = 0; $i < $count; ++$i) {
            $entry = $bytes->read($directory + 8 + 16 * $i, 16);
            $size = $order->u32($entry, 8);
            $value = $order->u32($entry, 12);
            $text = static fn (): string => rtrim($bytes->upTo(self::BLOCK + $value, min(256, $size)), "\0 ");
            match ($order->u32($entry)) {
                0x0102 => $draft->serial ??= $text(),
                0x010C => $draft->width = $value,
                0x010D => $draft->height = $value,
                0x0412 => $draft->lens ??= $text(),
                default => null,
            };
        }
    }
}
