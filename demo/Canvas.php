<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** A picture being painted, in a coordinate system one wide and two thirds high, whatever its pixels. */
final class Canvas
{
    public readonly \GdImage $image;

    public function __construct(public readonly int $width, public readonly int $height, ?\GdImage $image = null)
    {
        $image ??= imagecreatetruecolor(max(1, $width), max(1, $height));
        \assert(false !== $image);
        imageantialias($image, true);
        $this->image = $image;
    }

    /** @param array{int, int, int} $rgb 0 to 255 each; $opacity 0 to 1 */
    public function colour(array $rgb, float $opacity = 1.0): int
    {
        $channel = static fn (int $v): int => max(0, min(255, $v));
        $alpha = max(0, min(127, (int) round(127 * (1 - $opacity))));

        return (int) imagecolorallocatealpha($this->image, $channel($rgb[0]), $channel($rgb[1]), $channel($rgb[2]), $alpha);
    }

    /**
     * A vertical blend through the given stops: position 0 to 1 of the picture's height => colour.
     *
     * @param array<array{float, array{int, int, int}}> $stops
     */
    public function blend(float $top, float $bottom, array $stops): void
    {
        $from = (int) ($top * $this->height);
        $to = (int) ($bottom * $this->height);
        for ($y = $from; $y < $to; ++$y) {
            $t = ($y - $from) / max(1, $to - $from);
            imageline($this->image, 0, $y, $this->width, $y, $this->colour(self::between($stops, $t)));
        }
    }

    /** @param array{int, int, int} $rgb */
    public function box(float $x, float $y, float $w, float $h, array $rgb, float $opacity = 1.0): void
    {
        imagefilledrectangle($this->image, $this->px($x), $this->py($y), $this->px($x + $w), $this->py($y + $h), $this->colour($rgb, $opacity));
    }

    /**
     * @param list<float>          $points x, y, x, y …
     * @param array{int, int, int} $rgb
     */
    public function shape(array $points, array $rgb, float $opacity = 1.0): void
    {
        $pixels = [];
        foreach ($points as $i => $value) {
            $pixels[] = 0 === $i % 2 ? $this->px($value) : $this->py($value);
        }
        imagefilledpolygon($this->image, $pixels, $this->colour($rgb, $opacity));
    }

    /** @param array{int, int, int} $rgb */
    public function disc(float $x, float $y, float $w, float $h, array $rgb, float $opacity = 1.0): void
    {
        imagefilledellipse($this->image, $this->px($x), $this->py($y), max(1, (int) ($w * $this->width)), max(1, (int) ($h * $this->width)), $this->colour($rgb, $opacity));
    }

    /** @param array{int, int, int} $rgb */
    public function line(float $x1, float $y1, float $x2, float $y2, array $rgb, float $thickness, float $opacity = 1.0): void
    {
        $dx = $x2 - $x1;
        $dy = ($y2 - $y1) * $this->height / $this->width;
        $length = max(0.0001, hypot($dx, $dy));
        $ox = -$dy / $length * $thickness / 2;
        $oy = $dx / $length * $thickness / 2 * $this->width / $this->height;
        $this->shape([$x1 + $ox, $y1 + $oy, $x2 + $ox, $y2 + $oy, $x2 - $ox, $y2 - $oy, $x1 - $ox, $y1 - $oy], $rgb, $opacity);
    }

    /**
     * A lamp: a bright heart in a halo that falls off.
     *
     * @param array{int, int, int} $rgb
     */
    public function lamp(float $x, float $y, float $size, array $rgb): void
    {
        for ($i = 9; $i >= 1; --$i) {
            $this->disc($x, $y, $size * $i * $i / 14, $size * $i * $i / 14, $rgb, 0.035 + 0.02 * (9 - $i) / 2);
        }
        $this->disc($x, $y, $size * 0.8, $size * 0.8, [255, 238, 200]);
    }

    public function soften(int $times): void
    {
        for ($i = 0; $i < $times; ++$i) {
            imagefilter($this->image, \IMG_FILTER_GAUSSIAN_BLUR);
        }
    }

    /** The same picture at another size. */
    public function scaled(int $width, int $height): self
    {
        $scaled = imagescale($this->image, max(1, $width), max(1, $height), $width < $this->width ? \IMG_BOX : \IMG_BILINEAR_FIXED);

        return new self($width, $height, false === $scaled ? throw new \RuntimeException('There is no memory for the pictures of the demo.') : $scaled);
    }

    public function jpeg(int $quality): string
    {
        ob_start();
        imagejpeg($this->image, null, $quality);

        return (string) ob_get_clean();
    }

    private function px(float $x): int
    {
        return (int) round($x * $this->width);
    }

    private function py(float $y): int
    {
        return (int) round($y * $this->height);
    }

    /**
     * @param  array<array{float, array{int, int, int}}> $stops
     * @return array{int, int, int}
     */
    private static function between(array $stops, float $t): array
    {
        $before = $after = $stops[0];
        foreach ($stops as $stop) {
            $after = $stop;
            if ($stop[0] >= $t) {
                break;
            }
            $before = $stop;
        }
        $span = $after[0] - $before[0];
        $u = $span > 0 ? max(0.0, min(1.0, ($t - $before[0]) / $span)) : 0.0;
        $mix = static fn (int $i): int => (int) round($before[1][$i] + ($after[1][$i] - $before[1][$i]) * $u);

        return [$mix(0), $mix(1), $mix(2)];
    }
}
