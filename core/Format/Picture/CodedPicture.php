<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Picture;

use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BoxFile\ItemTable;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * The digest (XXH128) of a file's coded pictures, without anything that is said about them: two files of one digest decode
 * to the same pictures. Of a JPEG its tables, frame headers and scans (ITU-T T.81 Annex B) up to the end of the image; of a
 * TIFF or DNG the strips, tiles and previews of every directory with their sizes and compression (TIFF 6.0); of a HEIF file
 * its items that are pictures (ISO/IEC 23008-12).
 */
final class CodedPicture
{
    /** Small enough to stay in the processor's cache from reading to hashing. */
    private const PIECE = 131_072;

    /** Fields that say how the bytes of a picture are to be understood. */
    private const SHAPE = [0x0100, 0x0101, 0x0102, 0x0103, 0x0106, 0x0115, 0x0116, 0x011C, 0x0142, 0x0143];

    private readonly \HashContext $hash;
    private bool $isAny = false;

    /** Where the first scan of a JPEG begins, behind which there is nothing but the picture to the end of the file; null where that is not so. */
    private ?int $scanAt = null;

    private function __construct(private readonly Bytes $bytes)
    {
        $this->hash = hash_init('xxh128');
    }

    /**
     * @return string 32 hexadecimal digits
     *
     * @throws BrokenFile|CouldNotRead where there is no picture of these formats, or it is not whole
     */
    public static function ofFile(string $path): string
    {
        return self::of(Bytes::ofFile($path));
    }

    public static function of(Bytes $bytes): string
    {
        return self::read($bytes)[0];
    }

    /**
     * @return array{string, int|null} the digest, and of a JPEG where its first scan begins, if behind that there is nothing but the picture
     *
     * @throws BrokenFile|CouldNotRead
     */
    public static function read(Bytes $bytes): array
    {
        $digest = new self($bytes);
        $first = $bytes->upTo(0, 16);
        match (true) {
            JpegReader::isJpeg($first) => $digest->jpeg(),
            null !== ByteOrder::tryFrom(substr($first, 0, 2)) => $digest->tiff(),
            BoxReader::isBoxFile($first) => $digest->items(),
            default => throw BrokenFile::notKnown(substr($first, 0, 4)),
        };

        return $digest->isAny ? [hash_final($digest->hash), $digest->scanAt] : throw BrokenFile::structure('file', 'there is no coded picture in it');
    }

    /**
     * The digest of a JPEG as far as its first scan; what follows to its end-of-image marker is still to be added.
     *
     * @param string $head from its start up to and without the SOS marker
     *
     * @throws BrokenFile
     */
    public static function ofHead(string $head): \HashContext
    {
        $digest = new self(Bytes::ofString($head));
        foreach (JpegReader::at($digest->bytes)->segments as $segment) {
            if (($segment->marker < 0xE0 || $segment->marker > 0xEF) && 0xFE !== $segment->marker) {
                $digest->take($segment->at - 4, $segment->length + 4);
            }
        }

        return $digest->hash;
    }

    private function jpeg(): void
    {
        $position = 2;
        $isPlain = true;
        while ($position < $this->bytes->size) {
            $head = $this->bytes->upTo($position, 4);
            $marker = \ord($head[1] ?? "\0");
            if (\strlen($head) < 2 || "\xFF" !== $head[0]) {
                throw BrokenFile::structure('JPEG', \sprintf('there is no marker at byte %d', $position));
            }
            if (0xFF === $marker) {
                ++$position;
                continue;
            }
            if (0xD9 === $marker) {
                $this->scanAt = $isPlain && $position + 2 === $this->bytes->size ? $this->scanAt : null;

                return;
            }
            $length = ByteOrder::Big->u16(str_pad($head, 4, "\0"), 2);
            if ($length < 2) {
                throw BrokenFile::structure('JPEG', \sprintf('segment FF %02X claims a length of %d', $marker, $length));
            }
            $isAbout = ($marker >= 0xE0 && $marker <= 0xEF) || 0xFE === $marker; // APPn, COM
            if (!$isAbout) {
                $this->take($position, $length + 2);
            } elseif (null !== $this->scanAt) {
                $isPlain = false;
            }
            $position += $length + 2;
            if (0xDA === $marker) {
                $this->scanAt ??= $position - $length - 2;
                $position = $this->scan($position);
            }
        }
        throw BrokenFile::structure('JPEG', 'the image has no end');
    }

    /** The entropy-coded bytes of a scan, in which FF is followed by 00 or is a restart marker (B.1.1.5). Returns where they end. */
    private function scan(int $from): int
    {
        $this->isAny = true;
        for ($at = $from; $at < $this->bytes->size; $at += \strlen($piece) - 1) {
            $piece = $this->bytes->upTo($at, self::PIECE);
            if (\strlen($piece) < 2) {
                break;
            }
            if (1 === preg_match('/\xFF[^\x00\xD0-\xD7\xFF]/', $piece, $found, \PREG_OFFSET_CAPTURE)) {
                hash_update($this->hash, substr($piece, 0, $found[0][1]));

                return $at + $found[0][1];
            }
            hash_update($this->hash, substr($piece, 0, -1));
        }
        throw BrokenFile::structure('JPEG', \sprintf('it ends within a scan, at byte %d', $this->bytes->size));
    }

    private function tiff(): void
    {
        $tiff = TiffReader::at($this->bytes);
        foreach ($tiff->chain($tiff->first) as $ifd) {
            $this->directory($tiff, $ifd, 0);
        }
    }

    private function directory(TiffReader $tiff, Ifd $ifd, int $depth): void
    {
        foreach (self::SHAPE as $tag) {
            hash_update($this->hash, pack('v', $tag).implode(',', $ifd->numbers($tag)));
        }
        foreach ([[0x0111, 0x0117], [0x0144, 0x0145], [0x0201, 0x0202]] as [$places, $lengths]) {
            $at = $ifd->entry($places)?->numbers(\PHP_INT_MAX) ?? [];
            $long = $ifd->entry($lengths)?->numbers(\PHP_INT_MAX) ?? [];
            foreach ($at as $i => $offset) {
                $this->take($tiff->base + (int) $offset, (int) ($long[$i] ?? 0));
                $this->isAny = true;
            }
        }
        foreach ($depth < 3 ? $tiff->children($ifd, 0x014A) : [] as $child) {
            $this->directory($tiff, $child, $depth + 1);
        }
    }

    private function items(): void
    {
        $meta = BoxReader::find($this->bytes, 'meta');
        foreach (ItemTable::of($this->bytes, $meta)->pictures() as $place) {
            $this->take($place->offset, $place->length);
            $this->isAny = true;
        }
    }

    private function take(int $at, int $length): void
    {
        if ($at < 0 || $length < 0 || $at + $length > $this->bytes->size) {
            throw BrokenFile::endsEarly($at, $length, $this->bytes->size);
        }
        for ($end = $at + $length; $at < $end; $at += \strlen($piece)) {
            $piece = $this->bytes->upTo($at, min(self::PIECE, $end - $at));
            if ('' === $piece) {
                throw BrokenFile::endsEarly($at, $end - $at, $this->bytes->size);
            }
            hash_update($this->hash, $piece);
        }
    }
}
