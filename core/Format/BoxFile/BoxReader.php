<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\BoxFile;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/** Reads the boxes of ISO/IEC 14496-12 section 4.2, one level at a time. */
final class BoxReader
{
    private const MOST = 512;

    /** Whether a file starts with a 'ftyp' box. */
    public static function isBoxFile(string $firstBytes): bool
    {
        return 'ftyp' === substr($firstBytes, 4, 4);
    }

    /**
     * The boxes that follow one another from byte $from up to byte $to.
     *
     * @return list<Box>
     */
    public static function boxes(Bytes $bytes, int $from, int $to): array
    {
        $boxes = [];
        $to = min($to, $bytes->size);
        while ($from + 8 <= $to && \count($boxes) < self::MOST) {
            $head = $bytes->upTo($from, 32);
            $size = ByteOrder::Big->u32($head);
            $type = substr($head, 4, 4);
            $skip = 8;
            if (1 === $size && \strlen($head) >= 16) {
                $size = ByteOrder::Big->u64($head, 8);
                $skip = 16;
            }
            if ('uuid' === $type && \strlen($head) >= $skip + 16) {
                $type = bin2hex(substr($head, $skip, 16));
                $skip += 16;
            }
            $size = 0 === $size ? $to - $from : $size;
            if ($size < $skip || $size > $to - $from) {
                $size = $to - $from; // cut off, or damaged: take what there is and end here
                if ($size < $skip) {
                    break;
                }
            }
            $boxes[] = new Box($type, $from + $skip, $size - $skip);
            $from += $size;
        }

        return $boxes;
    }

    /**
     * The first box of a type below another, or in the file itself.
     *
     * @throws BrokenFile where there is none
     */
    public static function find(Bytes $bytes, string $type, ?Box $in = null, int $skip = 0): Box
    {
        return self::tryFind($bytes, $type, $in, $skip) ?? throw BrokenFile::structure('box file', \sprintf('there is no "%s" box', $type));
    }

    /** @param int $skip bytes at the start of $in before its first box, as the version and flags of a full box */
    public static function tryFind(Bytes $bytes, string $type, ?Box $in = null, int $skip = 0): ?Box
    {
        $from = null === $in ? 0 : $in->at + $skip;
        foreach (self::boxes($bytes, $from, null === $in ? $bytes->size : $in->at + $in->length) as $box) {
            if ($box->type === $type) {
                return $box;
            }
        }

        return null;
    }
}
