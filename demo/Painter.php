<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** Paints what a shot saw. The same shot always gives the same pixels. */
final class Painter
{
    private \Random\Randomizer $random;
    private float $shift = 0.0;

    public function paint(Shot $shot, int $width, int $height): Canvas
    {
        if (Fault::LensCap === $shot->fault) {
            return $this->grained($this->lensCap($width, $height), $shot->seed);
        }
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($shot->seed));
        $this->shift = $shot->shift;
        $canvas = new Canvas(intdiv($width, 2), intdiv($height, 2));
        match ($shot->scene) {
            Scene::FerryBell => $this->ferryBell($canvas),
            Scene::LanternBoats => $this->lanternBoats($canvas),
            Scene::RopeWalk => $this->ropeWalk($canvas),
            Scene::KilnOpening => $this->kiln($canvas),
            Scene::SaltPans => $this->saltPans($canvas),
            Scene::SignalTower => $this->signalTower($canvas),
            Scene::NightFerry => $this->nightFerry($canvas),
        };
        if (Fault::Shaken === $shot->fault) {
            $canvas = $canvas->scaled(intdiv($width, 28), intdiv($height, 16));
            $canvas->soften(2);
        }
        $canvas = $canvas->scaled($width, $height);
        $ev = $shot->ev + (Fault::Blown === $shot->fault ? 4.0 : 0.0);
        if (0.0 !== $ev) {
            imagefilter($canvas->image, \IMG_FILTER_BRIGHTNESS, (int) (38 * $ev));
            if (Fault::Blown === $shot->fault) {
                imagefilter($canvas->image, \IMG_FILTER_CONTRAST, -60);
                imagefilter($canvas->image, \IMG_FILTER_BRIGHTNESS, 90);
            }
        }

        return $this->grained($canvas, $shot->seed + (int) ($shot->shift * 1000));
    }

    private function lensCap(int $width, int $height): Canvas
    {
        $canvas = new Canvas($width, $height);
        $canvas->box(0, 0, 1, 1, [3, 3, 4]);

        return $canvas;
    }

    private function lanternBoats(Canvas $c): void
    {
        $horizon = $this->in(0.42, 0.6);
        $dusk = $this->in(0.0, 1.0);
        $glow = [(int) (150 - 90 * $dusk), (int) (84 - 40 * $dusk), (int) (78 - 10 * $dusk)];
        $c->blend(0, $horizon, [[0, [16, 18, 46]], [0.6, [42, 34, 74]], [1, $glow]]);
        $c->blend($horizon, 1, [[0, [(int) ($glow[0] * 0.5), (int) ($glow[1] * 0.5), (int) ($glow[2] * 0.6)]], [0.5, [18, 20, 38]], [1, [8, 9, 18]]]);
        $this->hills($c, $horizon, [12, 14, 26]);
        for ($i = 0; $i < 60; ++$i) {
            $y = $this->in($horizon + 0.01, 1);
            $c->box($this->in(-0.1, 1), $y, $this->in(0.05, 0.3), 0.002, [70, 62, 96], 0.12);
        }
        $boats = $this->random->getInt(2, 5);
        for ($i = 0; $i < $boats; ++$i) {
            $y = $this->in($horizon + 0.03, 0.86);
            $near = 0.4 + ($y - $horizon) * 2.2;
            $x = $this->in(0.08, 0.92) + $this->shift * (0.6 + $near * 0.4);
            $this->boat($c, $x, $y, 0.11 * $near);
            $warm = [255, $this->random->getInt(150, 196), $this->random->getInt(70, 110)];
            $this->reflection($c, $x, $y, 0.02 * $near, $warm);
            $c->lamp($x + 0.01, $y - 0.1 * $near, 0.014 * $near, $warm);
        }
        if ($this->random->getInt(0, 2) > 0) {
            $this->people($c, 0.98, $this->random->getInt(1, 4), 0.34, [6, 6, 10]);
        }
        $c->soften(1);
    }

    private function ferryBell(Canvas $c): void
    {
        $horizon = $this->in(0.5, 0.62);
        $c->blend(0, $horizon, [[0, [164, 172, 178]], [1, [206, 206, 200]]]);
        $c->blend($horizon, 1, [[0, [188, 192, 190]], [1, [112, 120, 122]]]);
        $c->shape([0, 1, 0, 0.86, 1, $this->in(0.72, 0.8), 1, 1], [74, 70, 66]);
        $x = $this->in(0.3, 0.7);
        $c->line($x - 0.12, 0.86, $x - 0.12, 0.2, [46, 44, 44], 0.022);
        $c->line($x + 0.12, 0.85, $x + 0.12, 0.2, [46, 44, 44], 0.022);
        $c->line($x - 0.16, 0.21, $x + 0.16, 0.21, [46, 44, 44], 0.028);
        $c->shape([$x - 0.03, 0.3, $x + 0.03, 0.3, $x + 0.065, 0.5, $x - 0.065, 0.5], [120, 92, 44]);
        $c->disc($x, 0.5, 0.13, 0.02, [92, 70, 34]);
        $this->people($c, 0.9, $this->random->getInt(0, 2), 0.26, [58, 58, 62]);
        $c->box(0, 0, 1, 1, [206, 208, 206], $this->in(0.1, 0.35));
    }

    private function ropeWalk(Canvas $c): void
    {
        $vx = $this->in(0.36, 0.64);
        $vy = $this->in(0.4, 0.5);
        $c->blend(0, 1, [[0, [44, 34, 26]], [0.45, [96, 78, 58]], [1, [62, 48, 34]]]);
        $c->shape([0, 1, $vx - 0.02, $vy + 0.02, $vx + 0.02, $vy + 0.02, 1, 1], [128, 104, 74]);
        for ($i = 0; $i < 9; ++$i) {
            $t = ($i / 9) ** 1.6;
            $x = 0.02 + ($vx - 0.06) * $t;
            $h = 0.42 * (1 - $t) + 0.02;
            $c->shape([$x, $vy - $h, $x + 0.07 * (1 - $t), $vy - $h * 0.9, $x + 0.07 * (1 - $t), $vy + $h * 0.3, $x, $vy + $h * 0.34], [232, 224, 200], 0.9);
            $c->shape([$x, 1 - 0.5 * $t, $x + 0.1 * (1 - $t), 1 - 0.5 * $t, $vx, $vy + 0.1, $vx - 0.01, $vy + 0.1], [240, 226, 186], 0.07);
        }
        for ($i = 0; $i < 7; ++$i) {
            $t = ($i / 7) ** 1.5;
            $c->line(0, 0.02 + $vy * $t * 0.8, 1, 0.02 + $vy * $t * 0.8, [30, 22, 16], 0.022 * (1 - $t), 0.8);
        }
        for ($i = 0; $i < 6; ++$i) {
            $c->line($vx, $vy + 0.05, 0.3 + $i * 0.11 + $this->shift, 1.02, [206, 180, 128], 0.006 + 0.001 * $i, 0.9);
        }
        $this->people($c, $this->in(0.82, 0.96), $this->random->getInt(1, 3), $this->in(0.3, 0.5), [26, 20, 18]);
        $c->soften(1);
    }

    private function kiln(Canvas $c): void
    {
        $x = $this->in(0.34, 0.66) + $this->shift;
        $c->blend(0, 1, [[0, [14, 9, 8]], [0.7, [36, 18, 12]], [1, [20, 11, 9]]]);
        for ($i = 14; $i >= 1; --$i) {
            $c->disc($x, 0.58, 0.06 * $i, 0.055 * $i, [200, 74, 18], 0.05);
        }
        $c->shape([$x - 0.13, 0.84, $x - 0.13, 0.48, $x - 0.08, 0.34, $x, 0.29, $x + 0.08, 0.34, $x + 0.13, 0.48, $x + 0.13, 0.84], [255, 168, 62]);
        $c->shape([$x - 0.09, 0.84, $x - 0.09, 0.5, $x, 0.36, $x + 0.09, 0.5, $x + 0.09, 0.84], [255, 226, 150]);
        for ($i = 0; $i < 40; ++$i) {
            $c->disc($x + $this->in(-0.3, 0.3), $this->in(0.05, 0.7), 0.004, 0.004, [255, 190, 90], $this->in(0.4, 1));
        }
        for ($i = 0; $i < 5; ++$i) {
            $c->shape([$x - 0.06 + $i * 0.03, 0.84, $x - 0.055 + $i * 0.03, 0.7, $x - 0.04 + $i * 0.03, 0.7, $x - 0.035 + $i * 0.03, 0.84], [214, 96, 40]);
        }
        $c->soften(1);
        $this->people($c, 0.95, $this->random->getInt(1, 3), $this->in(0.4, 0.6), [10, 6, 6]);
    }

    private function saltPans(Canvas $c): void
    {
        $horizon = $this->in(0.3, 0.45);
        $c->blend(0, $horizon, [[0, [92, 138, 178]], [1, [214, 224, 222]]]);
        $this->clouds($c, $horizon, [240, 242, 240]);
        $c->blend($horizon, 1, [[0, [186, 176, 156]], [1, [142, 126, 104]]]);
        for ($row = 0; $row < 5; ++$row) {
            $t = ($row / 5) ** 1.7;
            $u = (($row + 0.8) / 5) ** 1.7;
            $y1 = $horizon + 0.02 + (0.98 - $horizon) * $t;
            $y2 = $horizon + 0.02 + (0.98 - $horizon) * $u;
            for ($col = -4; $col < 5; ++$col) {
                $spread = 0.08 + 0.4 * $t;
                $wide = 0.08 + 0.4 * $u;
                $c->shape([0.5 + $col * $spread + $this->shift, $y1, 0.5 + ($col + 0.86) * $spread + $this->shift, $y1, 0.5 + ($col + 0.86) * $wide + $this->shift, $y2, 0.5 + $col * $wide + $this->shift, $y2], [168 + $this->random->getInt(-14, 30), 192 + $this->random->getInt(-8, 20), 204], 0.9);
            }
        }
        for ($i = 0; $i < 4; ++$i) {
            $x = $this->in(0, 1);
            $y = $this->in($horizon + 0.06, 0.9);
            $s = 0.03 + ($y - $horizon) * 0.16;
            $c->shape([$x - $s, $y, $x, $y - $s * 1.1, $x + $s, $y], [246, 246, 242]);
        }
        $this->people($c, $this->in(0.7, 0.95), $this->random->getInt(1, 3), $this->in(0.16, 0.36), [62, 58, 60]);
    }

    private function signalTower(Canvas $c): void
    {
        $c->blend(0, 0.85, [[0, [70, 96, 138]], [1, [226, 206, 182]]]);
        $this->clouds($c, 0.8, [236, 226, 214]);
        $c->blend(0.85, 1, [[0, [80, 88, 66]], [1, [52, 58, 44]]]);
        $x = $this->in(0.3, 0.7) + $this->shift;
        $c->shape([$x - 0.09, 0.9, $x - 0.055, 0.16, $x + 0.055, 0.16, $x + 0.09, 0.9], [198, 188, 172]);
        $c->shape([$x + 0.02, 0.9, $x + 0.02, 0.16, $x + 0.055, 0.16, $x + 0.09, 0.9], [146, 136, 126]);
        $c->shape([$x - 0.07, 0.16, $x, 0.05, $x + 0.07, 0.16], [112, 54, 44]);
        for ($i = 0; $i < 8; ++$i) {
            $c->line($x - 0.13, 0.2 + $i * 0.09, $x + 0.13, 0.2 + $i * 0.09, [60, 54, 50], 0.004);
            $c->line($x - 0.13, 0.2 + $i * 0.09, $x + 0.13, 0.29 + $i * 0.09, [60, 54, 50], 0.002);
        }
        $c->line($x - 0.13, 0.15, $x - 0.13, 0.9, [60, 54, 50], 0.005);
        $c->line($x + 0.13, 0.15, $x + 0.13, 0.9, [60, 54, 50], 0.005);
        $this->people($c, 0.93, $this->random->getInt(0, 3), 0.14, [40, 40, 44]);
    }

    private function nightFerry(Canvas $c): void
    {
        $water = $this->in(0.55, 0.66);
        $c->blend(0, $water, [[0, [7, 9, 20]], [1, [26, 30, 48]]]);
        $c->blend($water, 1, [[0, [18, 22, 38]], [1, [5, 6, 12]]]);
        $x = $this->in(0.1, 0.3) + $this->shift;
        $c->shape([$x - 0.06, $water - 0.1, $x + 0.62, $water - 0.1, $x + 0.56, $water + 0.02, $x, $water + 0.02], [34, 34, 42]);
        $c->box($x + 0.08, $water - 0.24, 0.38, 0.15, [52, 50, 56]);
        for ($deck = 0; $deck < 2; ++$deck) {
            for ($i = 0; $i < 11; ++$i) {
                $wx = $x + 0.1 + $i * 0.032;
                $wy = $water - 0.22 + $deck * 0.07;
                $c->box($wx, $wy, 0.018, 0.03, [255, 214, 138], 0.95);
                $this->reflection($c, $wx + 0.009, $water + 0.03, 0.008, [255, 200, 120]);
            }
        }
        $c->lamp($x + 0.27, $water - 0.32, 0.012, [255, 120, 90]);
        $c->soften(1);
    }

    private function boat(Canvas $c, float $x, float $y, float $s): void
    {
        $c->shape([$x - $s, $y - $s * 0.28, $x + $s, $y - $s * 0.34, $x + $s * 0.72, $y + $s * 0.3, $x - $s * 0.7, $y + $s * 0.3], [14, 12, 16]);
        $c->line($x, $y, $x + 0.01, $y - $s * 0.95, [12, 10, 12], 0.006 * $s * 12);
        $this->figure($c, $x - $s * 0.4, $y - $s * 0.1, $s * 0.9, [10, 9, 12]);
    }

    /** @param array{int, int, int} $rgb */
    private function reflection(Canvas $c, float $x, float $y, float $size, array $rgb): void
    {
        for ($i = 0; $i < 12; ++$i) {
            $w = $size * (1.4 - $i * 0.07) * $this->in(0.5, 1.3);
            $c->box($x - $w / 2 + $this->in(-0.3, 0.3) * $size, $y + 0.02 + $i * $size * 0.9, max(0.002, $w), $size * 0.35, $rgb, max(0.05, 0.6 - $i * 0.045));
        }
    }

    /** @param array{int, int, int} $rgb */
    private function people(Canvas $c, float $ground, int $count, float $height, array $rgb): void
    {
        for ($i = 0; $i < $count; ++$i) {
            $this->figure($c, $this->in(0.06, 0.94) + $this->shift * 1.4, $ground, $height * $this->in(0.82, 1.1), $rgb);
        }
    }

    /**
     * A standing person as a silhouette, feet at $y.
     *
     * @param array{int, int, int} $rgb
     */
    private function figure(Canvas $c, float $x, float $y, float $h, array $rgb): void
    {
        $w = $h * 0.12;
        $lean = $this->in(-0.25, 0.25) * $w;
        $c->disc($x + $lean, $y - $h * 0.92, $h * 0.095, $h * 0.11, $rgb);
        $c->shape([$x + $lean - $w * 0.8, $y - $h * 0.82, $x + $lean + $w * 0.8, $y - $h * 0.82, $x + $w * 0.75, $y - $h * 0.42, $x + $w * 0.6, $y, $x + $w * 0.15, $y, $x, $y - $h * 0.38, $x - $w * 0.2, $y, $x - $w * 0.65, $y, $x - $w * 0.75, $y - $h * 0.42], $rgb);
        $arm = $this->in(-1, 1);
        $c->line($x + $lean - $w * 0.7, $y - $h * 0.78, $x - $w * 1.3, $y - $h * (0.5 + 0.18 * $arm), $rgb, $w * 0.32);
    }

    /** @param array{int, int, int} $rgb */
    private function hills(Canvas $c, float $horizon, array $rgb): void
    {
        $points = [0.0, $horizon + 0.01];
        for ($i = 0; $i <= 10; ++$i) {
            $points[] = $i / 10;
            $points[] = $horizon - $this->in(0.005, 0.05);
        }
        $c->shape([...$points, 1.0, $horizon + 0.01], $rgb, 0.9);
    }

    /** @param array{int, int, int} $rgb */
    private function clouds(Canvas $c, float $below, array $rgb): void
    {
        for ($i = 0; $i < 26; ++$i) {
            $c->disc($this->in(-0.1, 1.1), $this->in(0, $below * 0.8), $this->in(0.1, 0.4), $this->in(0.02, 0.07), $rgb, 0.12);
        }
    }

    /** Film grain: a tile of noise laid over the whole, and corners a little darker. */
    private function grained(Canvas $canvas, int $seed): Canvas
    {
        $tile = self::grain($seed % 4);
        for ($y = 0; $y < $canvas->height; $y += 256) {
            for ($x = 0; $x < $canvas->width; $x += 256) {
                imagecopy($canvas->image, $tile, $x, $y, 0, 0, 256, 256);
            }
        }

        return $canvas;
    }

    private static function grain(int $which): \GdImage
    {
        /** @var array<int, \GdImage> $tiles */
        static $tiles = [];
        if (!isset($tiles[$which])) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937(9000 + $which));
            $tile = imagecreatetruecolor(256, 256);
            \assert(false !== $tile);
            imagealphablending($tile, false);
            for ($y = 0; $y < 256; ++$y) {
                for ($x = 0; $x < 256; ++$x) {
                    $v = $random->getInt(0, 1) * 255;
                    imagesetpixel($tile, $x, $y, (int) imagecolorallocatealpha($tile, $v, $v, $v, $random->getInt(117, 126)));
                }
            }
            $tiles[$which] = $tile;
        }

        return $tiles[$which];
    }

    private function in(float $low, float $high): float
    {
        return $low + ($high - $low) * $this->random->getInt(0, 1_000_000) / 1_000_000;
    }
}
