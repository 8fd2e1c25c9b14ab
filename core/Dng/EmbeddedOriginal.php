<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * A whole original raw file within a DNG, as OriginalRawFileData holds it (DNG 1.4, chapter 4): its length, the places of
 * its blocks of 64 KiB and of their end, and the blocks, each packed by zlib; after it, all empty, what an Apple file
 * system and a companion thumbnail would add. Numbers are big endian.
 */
final class EmbeddedOriginal
{
    private const BLOCK = 65536;
    private const LEVEL = 6;

    /** What follows the file itself: no resource fork, no file type and creator, and the same of a thumbnail file. */
    private const NOTHING_MORE = "\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0\0";

    private const FILE_NAME = 0xC68B;
    private const FILE_DATA = 0xC68C;
    private const FILE_DIGEST = 0xC71D;

    /**
     * Writes the file at $path to where $out stands.
     *
     * @param resource $out
     *
     * @return array{int, string} bytes written; their MD5, for OriginalRawFileDigest
     *
     * @throws CouldNotConvert
     */
    public static function write(mixed $out, string $path): array
    {
        $in = @fopen($path, 'rn');
        $size = (int) @filesize($path);
        if (false === $in || $size > 0xFFFF0000) {
            throw CouldNotConvert::raw($path, 'it cannot be read to be put into the DNG, or is larger than 4 GB');
        }
        $blocks = intdiv($size + self::BLOCK - 1, self::BLOCK);
        $start = (int) ftell($out);
        $offsets = [4 * ($blocks + 2)];
        Whole::to($out, pack('N', $size).str_repeat("\0", 4 * ($blocks + 1)));
        for ($i = 0; $i < $blocks; ++$i) {
            $packed = (string) gzcompress((string) stream_get_contents($in, self::BLOCK), self::LEVEL);
            Whole::to($out, $packed);
            $offsets[] = $offsets[$i] + \strlen($packed);
        }
        fclose($in);
        Whole::to($out, self::NOTHING_MORE);
        $end = (int) ftell($out);
        fseek($out, $start + 4);
        Whole::to($out, pack('N*', ...$offsets));
        $hash = hash_init('md5');
        fseek($out, $start);
        hash_update_stream($hash, $out, $end - $start);
        fseek($out, $end);

        return [$end - $start, hash_final($hash, true)];
    }

    /**
     * Gives the original raw file back, piece by piece; all of it was checked against the digest before the first is given.
     *
     * @param \Closure(string): mixed $take
     *
     * @return string its name
     *
     * @throws CouldNotConvert
     * @throws BrokenFile
     */
    public static function restore(string $dng, \Closure $take): string
    {
        $bytes = Bytes::ofFile($dng);
        $tiff = TiffReader::at($bytes);
        $main = $tiff->ifd($tiff->first);
        $field = $main?->entry(self::FILE_DATA) ?? throw CouldNotConvert::nothingEmbedded($dng);
        $digest = $main->raw(self::FILE_DIGEST, 16);
        if (null !== $digest && $digest !== self::digest($bytes, $field->at, $field->length())) {
            throw CouldNotConvert::damagedWithin($dng, 'its digest is another');
        }
        $size = ByteOrder::Big->u32($bytes->read($field->at, 4));
        $blocks = intdiv($size + self::BLOCK - 1, self::BLOCK);
        /** @var array<int, int> $offsets */
        $offsets = unpack('N*', $bytes->read($field->at + 4, 4 * ($blocks + 1)));
        for ($i = 1; $i <= $blocks; ++$i) {
            $block = @gzuncompress($bytes->read($field->at + $offsets[$i], $offsets[$i + 1] - $offsets[$i]), self::BLOCK);
            if (false === $block || \strlen($block) !== min(self::BLOCK, $size - ($i - 1) * self::BLOCK)) {
                throw CouldNotConvert::damagedWithin($dng, \sprintf('block %d of %d cannot be unpacked', $i, $blocks));
            }
            $take($block);
        }

        return $main->text(self::FILE_NAME) ?? 'original.raw';
    }

    private static function digest(Bytes $bytes, int $at, int $length): string
    {
        $hash = hash_init('md5');
        for ($done = 0; $done < $length; $done += 1_048_576) {
            hash_update($hash, $bytes->read($at + $done, min(1_048_576, $length - $done)));
        }

        return hash_final($hash, true);
    }
}
