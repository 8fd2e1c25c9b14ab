<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;

/**
 * Capture facts of a Canon CRW, a CIFF heap: directories of ten-byte entries at the end of each heap, as Canon's
 * CIFF specification of 1997 has it (from memory). Exposure is kept as APEX values; checked against ExifTool.
 */
final class CrwFacts
{
    public const SIGNATURE = 'HEAPCCDR';

    private function __construct(private readonly Bytes $bytes, private readonly ByteOrder $order, private readonly FactsDraft $draft)
    {
    }

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $order = ByteOrder::tryFrom($bytes->read(0, 2)) ?? throw BrokenFile::structure('CRW', 'no byte order mark');
        (new self($bytes, $order, $draft))->heap($order->u32($bytes->read(2, 4)), $bytes->size, 0);
    }

    private function heap(int $from, int $to, int $depth): void
    {
        if ($depth > 8 || $to - $from < 6) {
            return;
        }
        $table = $from + $this->order->u32($this->bytes->read($to - 4, 4));
        $count = min(512, $this->order->u16($this->bytes->read($table, 2)));
        for ($i = 0; $i < $count; ++$i) {
            $entry = $this->bytes->read($table + 2 + 10 * $i, 10);
            $tag = $this->order->u16($entry);
            $inEntry = 0x4000 === ($tag & 0xC000);
            $at = $inEntry ? $table + 2 + 10 * $i + 2 : $from + $this->order->u32($entry, 6);
            $length = $inEntry ? 8 : $this->order->u32($entry, 2);
            if ($at + $length > $this->bytes->size) {
                continue;
            }
            if (\in_array($tag & 0x3800, [0x2800, 0x3000], true)) {
                $this->heap($at, $at + $length, $depth + 1);
            } else {
                $this->value($tag & 0x3FFF, $at, $length);
            }
        }
    }

    private function value(int $tag, int $at, int $length): void
    {
        $order = $this->order;
        $draft = $this->draft;
        $raw = $this->bytes->read($at, min($length, 256));
        switch ($tag) {
            case 0x080A:
                [$draft->make, $draft->model] = [...explode("\0", $raw), '', ''];
                break;
            case 0x180E:
                $draft->takenAt = CapturedAt::fromExif(gmdate('Y:m:d H:i:s', $order->u32($raw)));
                break;
            case 0x1810:
                [$draft->width, $draft->height] = [$order->u32($raw), $order->u32($raw, 4)];
                $draft->orientation = [0 => 1, 90 => 6, 180 => 3, 270 => 8][$order->i32($raw, 12)] ?? null;
                break;
            case 0x180B:
                $draft->serial = (string) $order->u32($raw);
                break;
            case 0x102A:
                $draft->iso = (int) round(MakerNotes::canonIso($order->i16($raw, 4)));
                $draft->exposureBiasEv = MakerNotes::canonEv($order->i16($raw, 12));
                $draft->fNumber = 2 ** (MakerNotes::canonEv($order->i16($raw, 42)) / 2);
                $draft->exposureSeconds = 2 ** -MakerNotes::canonEv($order->i16($raw, 44));
                break;
            case 0x1029:
                $draft->focalLengthMm = (float) $order->u16($raw, 2);
                break;
            case 0x2007:
            case 0x2008:
                $this->addPreview($at, $length);
        }
    }

    private function addPreview(int $at, int $length): void
    {
        try {
            $jpeg = JpegReader::at($this->bytes, $at);
        } catch (BrokenFile) {
            return;
        }
        $this->draft->addPreview(new Preview($at, $length, $jpeg->width, $jpeg->height));
    }
}
