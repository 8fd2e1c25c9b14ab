<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Extent;

use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/** In a TIFF, or a raw that is built on it, every strip, tile and preview lies inside the file (TIFF 6.0 sections 3, 15 and 22). */
final class TiffExtent
{
    /** Offsets => lengths: strips, tiles, a JPEG preview. */
    private const PARTS = [0x0111 => 0x0117, 0x0144 => 0x0145, 0x0201 => 0x0202];
    private const SUB_IFDS = 0x014A;
    /** What some cameras write in the place of an offset that they say elsewhere. */
    private const NOWHERE = 0xFFFFFFFF;
    private const MOST_PARTS = 100_000;
    /** So many bytes a writer may count too far, as for a word begun at the end. */
    private const SLACK = 16;

    public static function shortfall(Bytes $bytes): ?Shortfall
    {
        $tiff = TiffReader::at($bytes);
        $chain = $tiff->chain($tiff->first);
        if ([] === $chain) {
            return FileExtent::upTo($bytes, $tiff->first + 2);
        }
        $tables = $end = 0;
        foreach ($chain as $directory) {
            $pointers = array_filter($directory->numbers(self::SUB_IFDS), \is_int(...));
            $tables = max($tables, self::table($tiff, $directory));
            $end = max($end, self::end($directory, $bytes->size), ...array_map(static fn (int $at): int => $at + 2, array_values($pointers)));
            foreach ($tiff->children($directory, self::SUB_IFDS) as $child) {
                $tables = max($tables, self::table($tiff, $child));
                $end = max($end, self::end($child, $bytes->size));
            }
        }

        return max($tables, $end - self::SLACK) > $bytes->size ? new Shortfall($bytes->size, max($tables, $end)) : null;
    }

    /** The byte behind a directory's own fields, of 12 bytes each. */
    private static function table(TiffReader $tiff, Ifd $directory): int
    {
        return $directory->offset + 2 + 12 * $tiff->order->u16($tiff->bytes->read($directory->offset, 2));
    }

    /** The byte behind the last that a directory points at. */
    private static function end(Ifd $directory, int $size): int
    {
        $end = 0;
        foreach (self::PARTS as $offsets => $lengths) {
            [$at, $of] = [$directory->entry($offsets), $directory->entry($lengths)];
            if (null === $at || null === $of) {
                continue;
            }
            $tables = max($at->at + $at->length(), $of->at + $of->length());
            $end = max($end, $tables);
            if ($tables > $size) {
                continue;
            }
            $long = $of->numbers(self::MOST_PARTS);
            foreach ($at->numbers(self::MOST_PARTS) as $i => $offset) {
                if (\is_int($offset) && self::NOWHERE !== $offset && $offset > 0) {
                    $end = max($end, $offset + (int) ($long[$i] ?? 0));
                }
            }
        }

        return $end;
    }
}
