<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\LosslessJpeg\Arrangement;
use VelvetLedger\Core\Format\LosslessJpeg\LosslessJpeg;
use VelvetLedger\Core\Format\LosslessJpeg\Predictor;
use VelvetLedger\Core\Format\Tiff\FieldType;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\TiffWriter;

/**
 * Writes a painted shot the way a camera would: JPEG with Exif (CIPA DC-008) or a TIFF/EP raw (ISO 12234-2)
 * whose mosaic, masked margins and all, is lossless JPEG, with its levels as DNG writes them.
 */
final class CameraFile
{
    public static function jpeg(Body $body, Shot $shot, Canvas|CodedPicture $picture): string
    {
        $picture = $picture instanceof Canvas ? CodedPicture::of($picture) : $picture;
        $stream = $picture->jpeg;
        $main = self::main($body, $shot)->below(0x8769, self::exif($body, $shot)->shorts(0xA001, 1)
            ->raw(0xA000, '0100')->raw(0x9101, "\1\2\3\0")
            ->longs(0xA002, $picture->width)->longs(0xA003, $picture->height)->raw(0x9000, '0232'));
        $main->shorts(0x0213, 1);
        $thumbnail = (new IfdDraft())->shorts(0x0103, 6)->rationals(0x011A, [72, 1])->rationals(0x011B, [72, 1])->shorts(0x0128, 2)
            ->block(0x0201, 0x0202, $picture->thumbnail);
        $exif = "Exif\0\0".TiffWriter::write(ByteOrder::Little, $main, $thumbnail);
        // APP1 comes directly after SOI; the JFIF segment that the encoder wrote is left out (DC-008 section 4.5.4).
        $jfif = str_starts_with(substr($stream, 2), "\xFF\xE0") ? 2 + ByteOrder::Big->u16($stream, 4) : 0;

        return "\xFF\xD8\xFF\xE1".pack('n', \strlen($exif) + 2).$exif.substr($stream, 2 + $jfif);
    }

    /** @param int $scale pixels of the sensor to each of the picture's, along an edge */
    public static function raw(Body $body, Shot $shot, Canvas $picture, int $scale = 1): string
    {
        $sensor = $body->sensor;
        [$samples, $width, $height] = $sensor->record($picture, $scale, $shot->seed + $shot->number);
        $pattern = strtr($sensor->filters, 'RGB', "\0\1\2");
        $mosaic = (new IfdDraft())->longs(0x00FE, 0)->longs(0x0100, $width)->longs(0x0101, $height)
            ->shorts(0x0102, 16)->shorts(0x0103, 7)->shorts(0x0106, 32803)->shorts(0x0115, 1)->longs(0x0116, $height)
            ->shorts(0x011C, 1)->shorts(0x828D, $sensor->side, $sensor->side)->raw(0x828E, $pattern, FieldType::Byte)
            ->shorts(0xC619, 2, 2)->shorts(0xC61A, ...$sensor->black)->longs(0xC61D, Sensor::WHITE)->longs(0xC68D, $sensor->top, $sensor->left, $height, $width)
            ->block(0x0111, 0x0117, (new LosslessJpeg([new Arrangement(2, 2)], [Predictor::Mean]))->encode($samples, $width, $height));
        $preview = (new IfdDraft())->longs(0x00FE, 1)->shorts(0x0103, 6)->rationals(0x011A, [300, 1])->rationals(0x011B, [300, 1])->shorts(0x0128, 2)
            ->block(0x0201, 0x0202, $picture->jpeg(82));
        $small = $picture->scaled(96, 64);
        $main = self::main($body, $shot)->longs(0x00FE, 1)->longs(0x0100, 96)->longs(0x0101, 64)
            ->shorts(0x0102, 8, 8, 8)->shorts(0x0103, 1)->shorts(0x0106, 2)->shorts(0x0115, 3)->longs(0x0116, 64)->shorts(0x011C, 1)
            ->block(0x0111, 0x0117, self::rgb($small))
            ->below(0x014A, $mosaic, $preview)->rationals(0xC628, [500, 1000], [1000, 1000], [620, 1000])
            ->signedRationals(0xC621, [6480, 10000], [-1630, 10000], [-720, 10000], [-4690, 10000], [12510, 10000], [2410, 10000], [-960, 10000], [1830, 10000], [6150, 10000])->shorts(0xC65A, 21)
            ->raw(0x9216, "\1\0\0\0", FieldType::Byte)
            ->below(0x8769, self::exif($body, $shot)->raw(0x9000, '0232')->raw(0xA000, '0100')->shorts(0xA001, 1));
        $thumbnail = (new IfdDraft())->longs(0x00FE, 1)->shorts(0x0103, 6)->rationals(0x011A, [72, 1])->rationals(0x011B, [72, 1])->shorts(0x0128, 2)
            ->block(0x0201, 0x0202, $picture->scaled(160, 107)->jpeg(80));

        return TiffWriter::write(ByteOrder::Little, $main, $thumbnail);
    }

    /** What the body's own clock showed, in Exif's form. */
    public static function clock(Body $body, Shot $shot): string
    {
        return gmdate('Y:m:d H:i:s', $shot->takenAt + $body->secondsFast);
    }

    private static function main(Body $body, Shot $shot): IfdDraft
    {
        return (new IfdDraft())->text(0x010F, $body->make)->text(0x0110, $body->model)->shorts(0x0112, 1)
            ->rationals(0x011A, [300, 1])->rationals(0x011B, [300, 1])->shorts(0x0128, 2)
            ->text(0x0131, $body->model.' 1.02')->text(0x0132, self::clock($body, $shot));
    }

    private static function exif(Body $body, Shot $shot): IfdDraft
    {
        [$exposure, $stop, $iso, $focal] = $shot->scene->settings();
        $scaled = 2 ** abs($shot->ev);
        $exposure = $shot->ev >= 0 ? [(int) ($exposure[0] * $scaled), $exposure[1]] : [$exposure[0], (int) ($exposure[1] * $scaled)];

        return (new IfdDraft())->rationals(0x829A, $exposure)->rationals(0x829D, [$stop, 10])->shorts(0x8822, 3)
            ->shorts(0x8827, $iso)->shorts(0x8830, 1)->longs(0x8831, $iso)
            ->text(0x9003, self::clock($body, $shot))->text(0x9004, self::clock($body, $shot))->text(0x9011, '+00:00')
            ->text(0x9291, \sprintf('%02d', $shot->centisecond))->text(0x9292, \sprintf('%02d', $shot->centisecond))
            ->signedRationals(0x9204, [(int) round($shot->ev * 10), 10])->shorts(0x9207, 5)->shorts(0x9209, 16)
            ->rationals(0x920A, [$focal, 1])->shorts(0xA402, 0)->shorts(0xA403, 0)->shorts(0xA406, 0)
            ->text(0xA420, hash('xxh128', $body->serial.$shot->number.self::clock($body, $shot)))
            ->text(0xA431, $body->serial)->text(0xA434, $body->lens);
    }

    /** Interleaved 8-bit RGB, row major. */
    private static function rgb(Canvas $picture): string
    {
        $bytes = '';
        for ($y = 0; $y < $picture->height; ++$y) {
            for ($x = 0; $x < $picture->width; ++$x) {
                $bytes .= substr(pack('N', imagecolorat($picture->image, $x, $y)), 1);
            }
        }

        return $bytes;
    }
}
