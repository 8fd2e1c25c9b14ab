<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Filesystem\Filesystem;
use VelvetLedger\Core\Dng\Area;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Dng\DecodedRaw;
use VelvetLedger\Core\Dng\DecodesRaw;
use VelvetLedger\Core\Dng\FilterPattern;
use VelvetLedger\Core\Dng\Levels;
use VelvetLedger\Core\Dng\LevelsFound;
use VelvetLedger\Core\Dng\Mosaic;
use VelvetLedger\Core\Dng\Sensor;
use VelvetLedger\Core\Dng\SensorColour;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/** The mosaic from unprocessed_raw, what raw-identify prints of it, and the levels as dcraw_emu applies them, for none of the three prints these. */
final readonly class DecodesWithLibRaw implements DecodesRaw
{
    /** LibRaw's flip => Exif's orientation. */
    private const ORIENTATIONS = [0 => 1, 3 => 3, 5 => 8, 6 => 6];

    /** The window that levels are found in: sides in pixels, whole filter patterns, at places that LibRaw keeps. */
    private const WINDOW = 480;
    private const STEP = 12;

    public function __construct(private Filesystem $files)
    {
    }

    public function decode(string $path): DecodedRaw
    {
        $libRaw = new LibRaw($path, $this->files);
        $said = $libRaw->run('raw-identify', '-v');
        if (1 !== preg_match('/^Camera: (.*?) ID: 0x/m', $said, $camera)) {
            throw CouldNotConvert::raw($path, 'LibRaw does not know it as a raw');
        }
        if (1 !== preg_match('/^Raw colors: 3$/m', $said)) {
            throw CouldNotConvert::raw($path, 'its colours are not red, green and blue');
        }
        [$mosaic, $printed] = $this->read($libRaw, $path);
        $active = self::active($said, $printed, $mosaic, $path);
        [$pattern, $levels] = $this->levels($libRaw, $mosaic, $active) ?? throw CouldNotConvert::raw($path, 'its filters, black and white level cannot be told, or too little light is in it');
        $flip = 1 === preg_match('/^Image flip: (\d+)/m', $said, $found) ? (int) $found[1] : 0;

        return new DecodedRaw($mosaic, new Sensor($pattern, $active, self::crop($said, $active), $levels), self::colour($said, $path), self::ORIENTATIONS[$flip] ?? throw CouldNotConvert::raw($path, 'its pixels stand askew'), '' === trim($camera[1]) ? 'unknown' : trim($camera[1]));
    }

    public function mosaic(string $path): Mosaic
    {
        return $this->read(new LibRaw($path, $this->files), $path)[0];
    }

    /**
     * @return array{Mosaic, string} and what was printed
     *
     * @throws CouldNotConvert
     */
    private function read(LibRaw $libRaw, string $path): array
    {
        $printed = $libRaw->run('unprocessed_raw', '-T');
        try {
            $tiff = TiffReader::at(Bytes::ofFile($libRaw->made('.tiff')));
            $ifd = $tiff->ifd($tiff->first);
            [$width, $height, $at] = [$ifd?->int(0x0100) ?? 0, $ifd?->int(0x0101) ?? 0, $ifd?->int(0x0111) ?? 0];
            $isGrey = 16 === $ifd?->int(0x0102) && 1 === ($ifd->int(0x0115) ?? 1);
        } catch (\RuntimeException) {
            $isGrey = false;
        }
        if (!$isGrey) {
            throw CouldNotConvert::raw($path, 'it has no mosaic that LibRaw gives');
        }
        $samples = (string) file_get_contents($libRaw->made('.tiff'), false, null, $at, max(0, 2 * $width * $height));
        $this->files->remove($libRaw->made('.tiff'));

        return [new Mosaic($samples, $width, $height), $printed];
    }

    /** @return array{FilterPattern, Levels}|null */
    private function levels(LibRaw $libRaw, Mosaic $mosaic, Area $active): ?array
    {
        $side = static fn (int $length): int => min(self::WINDOW, $length - $length % self::STEP);
        $start = static fn (int $length, int $of): int => intdiv(intdiv($length - $of, 2), self::STEP) * self::STEP;
        $middle = new Area($start($active->width, $side($active->width)), $start($active->height, $side($active->height)), $side($active->width), $side($active->height));
        // First a window in the middle; where that is dark, all of it.
        foreach ([$middle, new Area(0, 0, $active->width, $active->height)] as $window) {
            $cut = $window->width === $active->width && $window->height === $active->height ? [] : ['-B', (string) $window->left, (string) $window->top, (string) $window->width, (string) $window->height];
            $picture = $libRaw->run('dcraw_emu', '-4', '-disinterp', '-o', '0', '-r', '1', '1', '1', '1', '-j', '-t', '0', '-W', '-c', '0', ...$cut, ...['-Z', '-']);
            if (1 === preg_match('/^P6\n(\d+) (\d+)\n65535\n/', $picture, $header) && (int) $header[1] === $window->width && (int) $header[2] === $window->height) {
                $developed = substr($picture, \strlen($header[0]));
                $pattern = FilterPattern::seenIn($developed, $window->width, $window->height);
                $levels = null === $pattern ? null : LevelsFound::in($mosaic, new Area($active->left + $window->left, $active->top + $window->top, $window->width, $window->height), $pattern, $developed);
                if (null !== $pattern && null !== $levels) {
                    return [$pattern, $levels];
                }
            }
        }

        return null;
    }

    private static function active(string $said, string $printed, Mosaic $mosaic, string $path): Area
    {
        $size = 1 === preg_match('/^Image size: +(\d+) x (\d+)/m', $said, $found) ? [(int) $found[1], (int) $found[2]] : [0, 0];
        $margins = 1 === preg_match('/^Margins: top=(\d+), left=(\d+)/m', $printed, $found) ? [(int) $found[2], (int) $found[1]] : [0, 0];
        $active = new Area($margins[0], $margins[1], $size[0], $size[1]);

        return $active->isWithin(new Area(0, 0, $mosaic->width, $mosaic->height)) ? $active : throw CouldNotConvert::raw($path, 'its pixels stand askew');
    }

    /** What the camera crops to, where it says so, and it lies within the active area. */
    private static function crop(string $said, Area $active): Area
    {
        $crop = 1 === preg_match('/^Raw inset, width x height: (\d+) x (\d+) left: (\d+) top: (\d+)/m', $said, $found) ? new Area((int) $found[3], (int) $found[4], (int) $found[1], (int) $found[2]) : $active;

        return $crop->isWithin($active) ? $crop : $active;
    }

    private static function colour(string $said, string $path): SensorColour
    {
        $neutral = self::within($path, 0xC628, 3);
        $matrix = self::matrix($said) ?? self::within($path, 0xC621, 9);

        return new SensorColour([] !== $neutral && min($neutral) > 0 ? array_map(static fn (float $value): float => 1 / $value, $neutral) : self::multipliers($said), [] === $matrix ? null : $matrix);
    }

    /** @return non-empty-list<float> as the camera balanced it; else for daylight */
    private static function multipliers(string $said): array
    {
        foreach (['/^ +As shot +([\d.]+) +([\d.]+) +([\d.]+)/m', '/^Derived D65 multipliers: ([\d.]+) ([\d.]+) ([\d.]+)/m'] as $pattern) {
            if (1 === preg_match($pattern, $said, $found) && (float) $found[1] > 0 && (float) $found[2] > 0 && (float) $found[3] > 0) {
                return [(float) $found[1], (float) $found[2], (float) $found[3]];
            }
        }

        return [1.0, 1.0, 1.0];
    }

    /** @return list<float>|null */
    private static function matrix(string $said): ?array
    {
        if (1 !== preg_match('/^XYZ->CamRGB matrix:\n((?:[-\d.\t ]+\n){3})/m', $said, $found)) {
            return null;
        }
        $values = array_map(floatval(...), explode(' ', (string) preg_replace('/\s+/', ' ', trim($found[1]))));

        return 9 === \count($values) && 0.0 !== array_sum(array_map(abs(...), $values)) ? $values : null;
    }

    /**
     * The raw's own word where it has DNG's ColorMatrix1 (0xC621) and AsShotNeutral (0xC628) without being a DNG: LibRaw
     * uses the first and does not print it, and rounds the second.
     *
     * @return list<float> none where it does not say
     */
    private static function within(string $path, int $tag, int $count): array
    {
        try {
            $tiff = TiffReader::at(Bytes::ofFile($path));
            $values = array_map(floatval(...), $tiff->ifd($tiff->first)?->numbers($tag) ?? []);
        } catch (\RuntimeException) {
            return []; // it is not built on TIFF
        }

        return $count === \count($values) ? $values : [];
    }
}
