<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Format\Tiff\FieldType;
use VelvetLedger\Core\Format\Tiff\IfdDraft;

/** The first directory: the thumbnail, what the camera recorded, and how its colours are meant. */
final class MainFields
{
    private const VERSION = "\1\4\0\0";

    /** What is used of the format was there in this version. */
    private const BACKWARD_VERSION = "\1\1\0\0";

    private const D65 = 21;
    private const MATRIX_UNIT = 10_000;

    /** @param array{int, int}|null $note offset and length of the maker note */
    public static function of(DngParts $parts, ?array $note): IfdDraft
    {
        [$main, $exif, $colour] = [$parts->records->main, $parts->records->exif, $parts->raw->colour];
        if (null !== $note) {
            $exif->placed(0x927C, FieldType::Undefined, $note[1], $note[0]);
            $main->shorts(0xC635, $parts->records->noteKeepsItsPlace() ? 1 : 0); // MakerNoteSafety
        }
        $exif->longs(0xA002, $parts->raw->sensor->crop->width)->longs(0xA003, $parts->raw->sensor->crop->height);
        $main->below(0x8769, $exif);
        if (null !== $parts->records->gps) {
            $main->below(0x8825, $parts->records->gps);
        }
        if (null !== $parts->serial) {
            $main->text(0xC62F, $parts->serial); // CameraSerialNumber
        }

        return self::thumbnail($main, $parts->previews->thumbnail)
            ->shorts(0x0112, $parts->raw->orientation)
            ->raw(0xC612, self::VERSION, FieldType::Byte)->raw(0xC613, self::BACKWARD_VERSION, FieldType::Byte)
            ->text(0xC614, $parts->raw->camera) // UniqueCameraModel
            ->signedRationals(0xC621, ...array_map(static fn (float $value): array => [(int) round($value * self::MATRIX_UNIT), self::MATRIX_UNIT], $colour->xyzToCamera)) // ColorMatrix1
            ->rationals(0xC628, ...$colour->neutral()) // AsShotNeutral
            ->signedRationals(0xC62A, [0, 100]) // BaselineExposure, EV
            ->rationals(0xC62B, [1, 1])->rationals(0xC62C, [1, 1])->rationals(0xC62E, [1, 1]) // BaselineNoise, BaselineSharpness, LinearResponseLimit
            ->shorts(0xC65A, self::D65) // CalibrationIlluminant1
            ->raw(0xC71C, $parts->raw->mosaic->digest(), FieldType::Byte) // RawImageDigest
            ->field(0xC68B, FieldType::Byte, \strlen($parts->originalName) + 1, $parts->originalName."\0"); // OriginalRawFileName, in UTF-8
    }

    private static function thumbnail(IfdDraft $main, Thumbnail $thumbnail): IfdDraft
    {
        return $main->longs(0x00FE, 1)->longs(0x0100, $thumbnail->width)->longs(0x0101, $thumbnail->height)
            ->shorts(0x0102, 8, 8, 8)->shorts(0x0103, 1)->shorts(0x0106, 2)->shorts(0x0115, 3)->longs(0x0116, $thumbnail->height)->shorts(0x011C, 1)
            ->block(0x0111, 0x0117, $thumbnail->pixels);
    }
}
