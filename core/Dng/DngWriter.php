<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\LosslessJpeg\Arrangement;
use VelvetLedger\Core\Format\LosslessJpeg\LosslessJpeg;
use VelvetLedger\Core\Format\Tiff\FieldType;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Transfer\SystemReason;

/**
 * Writes a DNG (DNG 1.4): the maker note first, where it stood in the raw; then tiles, previews and the original, as they
 * are made, so that no more than a tile is held; the directories that point at them last. docs/dng.md has it tag by tag.
 */
final readonly class DngWriter
{
    /** Offsets have 32 bits. */
    private const LARGEST = 0xFFFFFFFF;

    /**
     * @param string $path where nothing stands yet
     *
     * @return int bytes written, flushed to the drive
     *
     * @throws CouldNotConvert
     */
    public function write(string $path, DngParts $parts): int
    {
        error_clear_last();
        $out = @fopen($path, 'x+');
        if (false === $out) {
            throw CouldNotConvert::notWritten($path, SystemReason::last());
        }
        try {
            Whole::to($out, str_repeat("\0", 8));
            $note = $this->makerNote($out, $parts->records);
            $main = MainFields::of($parts, $note)->below(0x014A, $this->mosaic($out, $parts->raw, $parts->records->order), ...$this->previews($out, $parts));
            if (null !== $parts->embedded) {
                self::even($out);
                $at = (int) ftell($out);
                [$length, $digest] = EmbeddedOriginal::write($out, $parts->embedded);
                $main->placed(0xC68C, FieldType::Undefined, $length, $at)->field(0xC71D, FieldType::Byte, 16, $digest);
            }
            self::even($out);
            $at = (int) ftell($out);
            Whole::to($out, $main->bytesAt($at, true));
            $size = (int) ftell($out);
            if ($size > self::LARGEST) {
                throw CouldNotConvert::raw($parts->originalName, 'the DNG would be larger than 4 GB');
            }
            fseek($out, 0);
            $order = $parts->records->order;
            Whole::to($out, $order->value.$order->packU16(42).$order->packU32($at));
            if (!fflush($out) || !fsync($out)) {
                throw CouldNotConvert::notWritten($path, 'the drive did not take it');
            }

            return $size;
        } finally {
            fclose($out);
        }
    }

    /**
     * @param resource $out
     *
     * @return array{int, int}|null offset and length
     */
    private function makerNote(mixed $out, CarriedRecords $records): ?array
    {
        if (null === $records->makerNote) {
            return null;
        }
        if ($records->noteKeepsItsPlace()) {
            Whole::to($out, str_repeat("\0", (int) $records->noteAt - 8));
        }
        $at = (int) ftell($out);
        Whole::to($out, $records->makerNote);

        return [$at, \strlen($records->makerNote)];
    }

    /**
     * @param resource $out
     */
    private function mosaic(mixed $out, DecodedRaw $raw, ByteOrder $order): IfdDraft
    {
        $tiling = Tiling::of($raw->mosaic);
        $pattern = $raw->sensor->pattern;
        $middle = $tiling->tiles[intdiv(\count($tiling->tiles), 2)];
        $coder = (new LosslessJpeg(Arrangement::for($pattern->columns, $pattern->rows)))->settledOn($raw->mosaic->tile($middle, $pattern), $tiling->width, $tiling->height);
        $offsets = $lengths = [];
        foreach ($tiling->tiles as $tile) {
            $coded = $coder->encode($raw->mosaic->tile($tile, $pattern), $tiling->width, $tiling->height);
            self::even($out);
            $offsets[] = (int) ftell($out);
            $lengths[] = \strlen($coded);
            Whole::to($out, $coded);
        }

        return MosaicFields::of($raw, $tiling, $order)->longs(0x0144, ...$offsets)->longs(0x0145, ...$lengths);
    }

    /**
     * @param resource $out
     *
     * @return list<IfdDraft>
     */
    private function previews(mixed $out, DngParts $parts): array
    {
        $drafts = [];
        foreach ($parts->previews->larger as $preview) {
            self::even($out);
            $at = (int) ftell($out);
            Whole::to($out, $preview->jpeg);
            $drafts[] = (new IfdDraft($parts->records->order))->longs(0x00FE, 1)->longs(0x0100, $preview->width)->longs(0x0101, $preview->height)
                ->shorts(0x0102, 8, 8, 8)->shorts(0x0103, 7)->shorts(0x0106, 6)->longs(0x0111, $at)->shorts(0x0115, 3)->longs(0x0116, $preview->height)
                ->longs(0x0117, \strlen($preview->jpeg))->shorts(0x011C, 1)->shorts(0x0212, ...$preview->subsampling)->shorts(0x0213, 1)
                ->longs(0xC71A, 2);
        }

        return $drafts;
    }

    /** @param resource $out */
    private static function even(mixed $out): void
    {
        if (1 === (int) ftell($out) % 2) {
            Whole::to($out, "\0");
        }
    }
}
