<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Jpeg;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/**
 * The marker segments of a JPEG stream up to its first scan (ITU-T T.81 Annex B), read without its image data.
 */
final readonly class JpegReader
{
    /** @param list<Segment> $segments in file order, up to and without SOS */
    private function __construct(public array $segments, public ?int $width, public ?int $height)
    {
    }

    /** Whether the frame header is SOF3, the lossless process (T.81 Annex H), which no viewer shows. */
    public function isLossless(): bool
    {
        foreach ($this->segments as $segment) {
            if (0xC3 === $segment->marker) {
                return true;
            }
        }

        return false;
    }

    public static function isJpeg(string $firstBytes): bool
    {
        return str_starts_with($firstBytes, "\xFF\xD8\xFF");
    }

    /**
     * The stream that starts at byte $at.
     *
     * @throws BrokenFile where it does not start with SOI, or a segment's length cannot be
     */
    public static function at(Bytes $bytes, int $at = 0): self
    {
        if (!self::isJpeg($bytes->upTo($at, 3))) {
            throw BrokenFile::structure('JPEG', 'it does not start with FF D8 FF');
        }
        $segments = [];
        $width = $height = null;
        $position = $at + 2;
        while (\count($segments) < 1000) {
            $head = $bytes->upTo($position, 4);
            if (\strlen($head) < 4 || "\xFF" !== $head[0]) {
                break;
            }
            $marker = \ord($head[1]);
            if (0xFF === $marker) {
                ++$position; // fill byte, B.1.1.2
                continue;
            }
            if (0xDA === $marker || 0xD9 === $marker) {
                break;
            }
            $length = ByteOrder::Big->u16($head, 2);
            if ($length < 2) {
                throw BrokenFile::structure('JPEG', \sprintf('segment FF %02X claims a length of %d', $marker, $length));
            }
            $segments[] = $segment = new Segment($marker, $position + 4, $length - 2);
            if ($segment->isFrameHeader() && null === $width) {
                $frame = $bytes->read($segment->at, 5);
                $height = ByteOrder::Big->u16($frame, 1);
                $width = ByteOrder::Big->u16($frame, 3);
            }
            $position += 2 + $length;
        }

        return new self($segments, $width, $height);
    }
}
