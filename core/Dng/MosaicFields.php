<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Tiff\FieldType;
use VelvetLedger\Core\Format\Tiff\IfdDraft;

/** The directory of the mosaic, but for the places of its tiles. */
final class MosaicFields
{
    private const COLOUR_FILTER_ARRAY = 32803;
    private const LOSSLESS_JPEG = 7;

    public static function of(DecodedRaw $raw, Tiling $tiling, ByteOrder $order): IfdDraft
    {
        [$mosaic, $sensor] = [$raw->mosaic, $raw->sensor];
        [$active, $crop, $pattern, $black] = [$sensor->active, $sensor->crop, $sensor->pattern, $sensor->levels->black];
        $same = 1 === \count(array_unique($black));

        return (new IfdDraft($order))
            ->longs(0x00FE, 0) // NewSubfileType: the picture itself
            ->longs(0x0100, $mosaic->width)->longs(0x0101, $mosaic->height)
            ->shorts(0x0102, 16)->shorts(0x0103, self::LOSSLESS_JPEG)->shorts(0x0106, self::COLOUR_FILTER_ARRAY)
            ->shorts(0x0115, 1)->shorts(0x011C, 1) // SamplesPerPixel, PlanarConfiguration
            ->longs(0x0142, $tiling->width)->longs(0x0143, $tiling->height)
            ->shorts(0x828D, $pattern->rows, $pattern->columns) // CFARepeatPatternDim
            ->raw(0x828E, $pattern->numbers(), FieldType::Byte) // CFAPattern
            ->raw(0xC616, "\0\1\2", FieldType::Byte) // CFAPlaneColor: red, green, blue
            ->shorts(0xC617, 1) // CFALayout: a rectangle
            ->shorts(0xC619, ...$same ? [1, 1] : [$pattern->rows, $pattern->columns]) // BlackLevelRepeatDim
            ->longs(0xC61A, ...$same ? [$black[0]] : $black) // BlackLevel
            ->longs(0xC61D, $sensor->levels->white) // WhiteLevel
            ->rationals(0xC61E, [1, 1], [1, 1]) // DefaultScale
            ->longs(0xC61F, $crop->left - $active->left, $crop->top - $active->top) // DefaultCropOrigin
            ->longs(0xC620, $crop->width, $crop->height) // DefaultCropSize
            ->rationals(0xC65C, [1, 1]) // BestQualityScale
            ->longs(0xC68D, $active->top, $active->left, $active->top + $active->height, $active->left + $active->width); // ActiveArea
    }
}
