<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Jpeg\JpegXmp;
use VelvetLedger\Core\Format\Jpeg\Segment;
use VelvetLedger\Core\Format\Tiff\FieldType;
use VelvetLedger\Core\Format\Tiff\FirstDirectory;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * What is before the picture of an ordinary JPEG, with its stamp: the packet in a segment of its own behind Exif (XMP Part 3
 * section 1.1.3), texts and orientation in Exif's first directory, the time in the one below it (CIPA DC-008 section 4.6). All other
 * segments stay as they are, byte for byte. What is not ordinary (IIM to be written, no Exif, two of anything, a record that
 * is damaged or would be too long) is none of its.
 */
final readonly class StampedHead
{
    private const EXIF = "Exif\0\0";
    private const MOST_SEGMENT = 65_533;

    private const IN_FIRST = ['IFD0:ImageDescription' => 0x010E, 'IFD0:Orientation#' => 0x0112, 'IFD0:Artist' => 0x013B, 'IFD0:Copyright' => 0x8298];
    private const EXIF_DIRECTORY = 0x8769;
    private const TAKEN = 0x9003;
    private const DIGITIZED = 0x9004;
    private const DATE_TIME = 0x0132;
    private const TIME = 20;

    /**
     * @param string                              $head   of a JPEG, from its start to its first scan
     * @param list<array{string, string, string}> $tags   see OlderRecords
     * @param string                              $packet of XMP
     *
     * @return string|null null where it is not ordinary
     */
    public static function of(string $head, array $tags, string $packet): ?string
    {
        $segments = JpegReader::at(Bytes::ofString($head))->segments;
        $exif = self::only($head, $segments, self::EXIF);
        $xmp = self::only($head, $segments, JpegXmp::SIGNATURE);
        $payload = JpegXmp::SIGNATURE.$packet;
        if (false === $exif || false === $xmp || \strlen($payload) > self::MOST_SEGMENT || ([] !== $tags && null === $exif)) {
            return null;
        }
        $edits = [];
        if (null !== $exif && [] !== $tags) {
            $record = self::exif(substr($head, $exif->at + \strlen(self::EXIF), $exif->length - \strlen(self::EXIF)), $tags);
            if (null === $record || \strlen(self::EXIF.$record) > self::MOST_SEGMENT) {
                return null;
            }
            $edits[$exif->at - 4] = [$exif->length + 4, self::segment(self::EXIF.$record)];
        }
        // In the place of the packet that is there; else behind Exif, or behind JFIF's own segment, or first of all.
        $before = $exif ?? (isset($segments[0]) && $segments[0]->isApp(0) ? $segments[0] : null);
        $edits += null === $xmp ? [null === $before ? 2 : $before->at + $before->length => [0, self::segment($payload)]] : [$xmp->at - 4 => [$xmp->length + 4, self::segment($payload)]];
        krsort($edits);
        foreach ($edits as $at => [$length, $segment]) {
            $head = substr_replace($head, $segment, $at, $length);
        }

        return $head;
    }

    /**
     * @param list<array{string, string, string}> $tags
     *
     * @return string|null the structure with these tags; null where it, or one of them, is not ordinary
     */
    private static function exif(string $tiff, array $tags): ?string
    {
        $fields = [];
        foreach ($tags as [$tag, $how, $value]) {
            if ('=' !== $how || str_contains($value, "\0")) {
                return null;
            }
            if ('ExifIFD:DateTimeOriginal' === $tag) {
                $tiff = self::taken($tiff, $value);
            } elseif (isset(self::IN_FIRST[$tag])) {
                $fields[self::IN_FIRST[$tag]] = match (true) {
                    '' === $value => null,
                    'IFD0:Orientation#' === $tag => (int) $value,
                    default => mb_scrub($value, 'UTF-8'),
                };
            } else {
                return null;
            }
            if (null === $tiff) {
                return null;
            }
        }

        return [] === $fields ? $tiff : FirstDirectory::of($tiff)?->with($fields);
    }

    /** @return string|null null where that time has no bytes that are its own */
    private static function taken(string $tiff, string $time): ?string
    {
        $bytes = Bytes::ofString($tiff);
        $reader = TiffReader::at($bytes);
        $first = $reader->ifd($reader->first);
        $below = null === $first ? null : $reader->children($first, self::EXIF_DIRECTORY)[0] ?? null;
        $place = $below?->entry(self::TAKEN);
        if (FieldType::Ascii !== $place?->type || self::TIME !== $place->count || self::TIME - 1 !== \strlen($time) || $place->at + self::TIME > \strlen($tiff)) {
            return null;
        }
        foreach ([$first->entry(self::DATE_TIME), $below->entry(self::DIGITIZED)] as $other) {
            if (null !== $other && abs($other->at - $place->at) < self::TIME) {
                return null;
            }
        }

        return substr_replace($tiff, $time."\0", $place->at, self::TIME);
    }

    /**
     * @param list<Segment> $segments
     *
     * @return Segment|false|null the one APP1 segment of that signature; null where there is none, false where there are more
     */
    private static function only(string $head, array $segments, string $signature): Segment|false|null
    {
        $found = array_values(array_filter($segments, static fn (Segment $segment): bool => $segment->isApp(1) && 0 === substr_compare($head, $signature, $segment->at, \strlen($signature))));

        return \count($found) > 1 ? false : $found[0] ?? null;
    }

    private static function segment(string $payload): string
    {
        return "\xFF\xE1".pack('n', \strlen($payload) + 2).$payload;
    }
}
