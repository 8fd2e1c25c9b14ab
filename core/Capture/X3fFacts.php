<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;

/**
 * Capture facts of a Sigma X3F: a directory at the end of the file names sections; PROP holds properties in
 * UTF-16, IMA2 JPEG previews, some with Exif. No published source that was read; checked against ExifTool.
 */
final class X3fFacts
{
    public const SIGNATURE = 'FOVb';

    /** Bytes of a property's name or value, more of which is taken for damage. */
    private const LONGEST_WORD = 512;

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $order = ByteOrder::Little;
        $directory = $order->u32($bytes->read($bytes->size - 4, 4));
        if ('SECd' !== $bytes->upTo($directory, 4)) {
            throw BrokenFile::structure('X3F', 'there is no directory where the end of the file puts it');
        }
        $properties = [];
        $count = min(64, $order->u32($bytes->read($directory + 8, 4)));
        for ($i = 0; $i < $count; ++$i) {
            $entry = $bytes->read($directory + 12 + 12 * $i, 12);
            [$at, $length, $type] = [$order->u32($entry), $order->u32($entry, 4), substr($entry, 8, 4)];
            if ('PROP' === $type) {
                $properties = self::properties($bytes, $at, $length);
            } elseif ('IMA2' === $type || 'IMAG' === $type) {
                self::addImage($bytes, $at, $length, $draft);
            }
        }
        $header = $bytes->read(28, 12);
        $draft->imageUniqueId ??= bin2hex($bytes->read(8, 16));
        self::fromProperties($properties, $draft);
        if (null === $draft->width || $draft->width < 100) {
            [$draft->width, $draft->height] = [$order->u32($header), $order->u32($header, 4)];
        }
        $draft->orientation ??= [0 => 1, 90 => 6, 180 => 3, 270 => 8][$order->u32($header, 8)] ?? null;
    }

    /** @return array<string, string> */
    private static function properties(Bytes $bytes, int $at, int $length): array
    {
        $order = ByteOrder::Little;
        $head = $bytes->read($at, 24);
        $count = min(256, $order->u32($head, 8));
        $text = $bytes->upTo($at + 24 + 8 * $count, min(65536, max(0, $length)));
        $word = static function (int $index) use ($text): string {
            $found = substr($text, 2 * $index, self::LONGEST_WORD);
            $end = strpos($found, "\0\0");
            while (false !== $end && 1 === $end % 2) { // the halves of two letters
                $end = strpos($found, "\0\0", $end + 1);
            }

            return mb_convert_encoding(substr($found, 0, false === $end ? \strlen($found) & ~1 : $end), 'UTF-8', 'UTF-16LE');
        };
        $properties = [];
        for ($i = 0; $i < $count; ++$i) {
            $pair = $bytes->read($at + 24 + 8 * $i, 8);
            $properties[$word($order->u32($pair))] = $word($order->u32($pair, 4));
        }

        return $properties;
    }

    /** @param array<string, string> $properties */
    private static function fromProperties(array $properties, FactsDraft $draft): void
    {
        $number = static fn (string $name): ?float => is_numeric($properties[$name] ?? null) ? (float) $properties[$name] : null;
        $draft->make ??= $properties['CAMMANUF'] ?? null;
        $draft->model ??= $properties['CAMMODEL'] ?? null;
        $draft->serial ??= $properties['CAMSERIAL'] ?? null;
        $time = $number('TIME');
        $draft->takenAt ??= null === $time ? null : CapturedAt::fromExif(gmdate('Y:m:d H:i:s', (int) $time));
        $draft->exposureSeconds ??= $number('SHUTTER');
        $draft->fNumber ??= $number('APERTURE');
        $iso = $number('ISO');
        $draft->iso ??= null === $iso ? null : (int) $iso;
        $draft->focalLengthMm ??= $number('FLENGTH');
        $draft->exposureBiasEv ??= $number('EXPCOMP');
    }

    private static function addImage(Bytes $bytes, int $at, int $length, FactsDraft $draft): void
    {
        $start = $at + 28;
        if (!JpegReader::isJpeg($bytes->upTo($start, 3))) {
            return;
        }
        try {
            JpegFacts::gatherAt($bytes, $start, $length - 28, $draft);
        } catch (BrokenFile) {
            return;
        }
    }
}
