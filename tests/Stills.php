<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

use VelvetLedger\Demo\Body;
use VelvetLedger\Demo\CameraFile;
use VelvetLedger\Demo\Canvas;
use VelvetLedger\Demo\Scene;
use VelvetLedger\Demo\Shot;

/** Small stills as the demo's cameras write them. */
final class Stills
{
    /** @param string $at "2026-05-04 21:14:09" */
    public static function jpeg(string $at, int $number = 1, int $centisecond = 0): string
    {
        return CameraFile::jpeg(Body::orrelM4(), self::shot($at, $number, $centisecond), self::picture($number, 48, 32));
    }

    public static function raw(string $at, int $number = 1): string
    {
        return CameraFile::raw(Body::orrelM4(), self::shot($at, $number, 0), self::picture($number, 192, 128));
    }

    /** Of the body whose filters repeat every six places. */
    public static function sixBySix(string $at, int $number = 1): string
    {
        return CameraFile::raw(Body::vantry6(), self::shot($at, $number, 0), self::picture($number, 192, 128), 5); // LibRaw develops no smaller one
    }

    /** With the lens cap on. */
    public static function black(string $at): string
    {
        $canvas = new Canvas(192, 128);
        $canvas->blend(0, 1, [[0, [0, 0, 0]], [1, [0, 0, 0]]]);

        return CameraFile::raw(Body::orrelM4(), self::shot($at, 1, 0), $canvas);
    }

    private static function shot(string $at, int $number, int $centisecond): Shot
    {
        return new Shot(Scene::SaltPans, $number, (new \DateTimeImmutable($at.' UTC'))->getTimestamp(), $centisecond, 1);
    }

    private static function picture(int $number, int $width, int $height): Canvas
    {
        $canvas = new Canvas($width, $height);
        $canvas->blend(0, 1, [[0, [40, 60, 90]], [1, [200, 180, $number % 250]]]);

        return $canvas;
    }
}
