<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** How a sensor sees colour, and the light that the picture was balanced for. */
final readonly class SensorColour
{
    /** CIE XYZ to linear sRGB (IEC 61966-2-1): for a camera of which no matrix is known, its colours are taken as they are. */
    private const SRGB = [3.2406, -1.5372, -0.4986, -0.9689, 1.8758, 0.0415, 0.0557, -0.2040, 1.0570];

    /** A TIFF's fraction has 32 bits. */
    private const LARGEST = 0xFFFFFFFF;

    /** @var list<float> CIE XYZ to the camera's red, green and blue, row by row, for light of D65 */
    public array $xyzToCamera;

    /**
     * @param non-empty-list<float> $multipliers of red, green and blue: what makes a neutral thing grey
     * @param list<float>|null      $xyzToCamera nine; null where none is known
     */
    public function __construct(public array $multipliers, ?array $xyzToCamera)
    {
        $this->xyzToCamera = $xyzToCamera ?? self::SRGB;
    }

    /** @return list<array{int, int}> the camera's red, green and blue of a neutral thing, the largest 1 */
    public function neutral(): array
    {
        return array_map(fn (float $multiplier): array => self::fraction(min($this->multipliers) / $multiplier), $this->multipliers);
    }

    /**
     * The simplest fraction that comes as near as a double does, by continued fractions: interpolation decides by less than is seen.
     *
     * @return array{int, int}
     */
    private static function fraction(float $value): array
    {
        [$numerator, $denominator, $lastNumerator, $lastDenominator, $rest] = [1, 0, 0, 1, $value];
        do {
            $whole = (int) floor($rest);
            if ($whole * $denominator + $lastDenominator > self::LARGEST) {
                break;
            }
            [$numerator, $lastNumerator] = [$whole * $numerator + $lastNumerator, $numerator];
            [$denominator, $lastDenominator] = [$whole * $denominator + $lastDenominator, $denominator];
            $left = $rest - $whole;
            $rest = $left > 0.0 ? 1 / $left : 0.0;
        } while ($rest > 0.0 && abs($numerator / $denominator - $value) > 1e-13);

        return [$numerator, $denominator];
    }
}
