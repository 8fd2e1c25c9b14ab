<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\Tiff\Ifd;

/**
 * The fields of TIFF 6.0 and CIPA DC-008 (Exif 2.32) that bear on capture, from a main directory and its
 * Exif directory into a draft. Tag numbers are those of DC-008 tables 4 to 8.
 */
final class ExifFields
{
    private const MAKE = 0x010F;
    private const MODEL = 0x0110;
    private const ORIENTATION = 0x0112;
    private const DATE_TIME = 0x0132;
    private const RATING = 0x4746;
    public const EXIF_IFD = 0x8769;
    private const EXPOSURE_TIME = 0x829A;
    private const F_NUMBER = 0x829D;
    private const PHOTOGRAPHIC_SENSITIVITY = 0x8827;
    private const STANDARD_OUTPUT_SENSITIVITY = 0x8831;
    private const RECOMMENDED_EXPOSURE_INDEX = 0x8832;
    private const DATE_TIME_ORIGINAL = 0x9003;
    private const DATE_TIME_DIGITIZED = 0x9004;
    private const OFFSET_TIME_ORIGINAL = 0x9011;
    private const EXPOSURE_BIAS = 0x9204;
    private const FOCAL_LENGTH = 0x920A;
    private const SUB_SEC_TIME_ORIGINAL = 0x9291;
    private const SUB_SEC_TIME_DIGITIZED = 0x9292;
    private const PIXEL_X_DIMENSION = 0xA002;
    private const PIXEL_Y_DIMENSION = 0xA003;
    private const IMAGE_UNIQUE_ID = 0xA420;
    private const BODY_SERIAL_NUMBER = 0xA431;
    private const LENS_MODEL = 0xA434;

    public static function fromMain(Ifd $main, FactsDraft $draft): void
    {
        $draft->make ??= $main->text(self::MAKE);
        $draft->model ??= $main->text(self::MODEL);
        $orientation = $main->int(self::ORIENTATION);
        $draft->orientation ??= null !== $orientation && $orientation >= 1 && $orientation <= 8 ? $orientation : null;
        $draft->rating ??= $main->int(self::RATING);
    }

    /** The time taken, where no better one was found: TIFF's DateTime, which some raws alone carry. */
    public static function fallBackOnDateTime(Ifd $main, FactsDraft $draft): void
    {
        $draft->takenAt ??= CapturedAt::fromExif($main->text(self::DATE_TIME));
    }

    /** In TIFF/EP (ISO 12234-2) these stand in the main directory itself. */
    public static function fromExif(Ifd $exif, FactsDraft $draft): void
    {
        $draft->takenAt ??= CapturedAt::fromExif($exif->text(self::DATE_TIME_ORIGINAL), $exif->text(self::SUB_SEC_TIME_ORIGINAL), $exif->text(self::OFFSET_TIME_ORIGINAL))
            ?? CapturedAt::fromExif($exif->text(self::DATE_TIME_DIGITIZED), $exif->text(self::SUB_SEC_TIME_DIGITIZED));
        $draft->exposureSeconds ??= $exif->real(self::EXPOSURE_TIME);
        $draft->fNumber ??= $exif->real(self::F_NUMBER);
        $draft->iso ??= self::sensitivity($exif);
        $draft->focalLengthMm ??= $exif->real(self::FOCAL_LENGTH);
        $draft->exposureBiasEv ??= $exif->real(self::EXPOSURE_BIAS);
        $draft->serial ??= $exif->text(self::BODY_SERIAL_NUMBER);
        $draft->lens ??= $exif->text(self::LENS_MODEL);
        $draft->imageUniqueId ??= $exif->text(self::IMAGE_UNIQUE_ID);
    }

    /** @return array{int, int}|null width and height of the picture, where both are said */
    public static function pixels(Ifd $exif): ?array
    {
        $width = $exif->int(self::PIXEL_X_DIMENSION);
        $height = $exif->int(self::PIXEL_Y_DIMENSION);

        return null === $width || null === $height || $width < 1 || $height < 1 ? null : [$width, $height];
    }

    /** PhotographicSensitivity cannot say more than 65535; above, the Long fields do (DC-008 section 4.6.5, annex G). */
    private static function sensitivity(Ifd $exif): ?int
    {
        $iso = $exif->int(self::PHOTOGRAPHIC_SENSITIVITY);
        if (null === $iso || 65535 === $iso) {
            return $exif->int(self::RECOMMENDED_EXPOSURE_INDEX) ?? $exif->int(self::STANDARD_OUTPUT_SENSITIVITY) ?? $iso;
        }

        return $iso;
    }
}
