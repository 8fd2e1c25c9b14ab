<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Dng\CouldNotConvert;

/** Makes a JPEG of a still that has none inside: a raw developed by LibRaw, any other format decoded by libvips; each in a process within limits. */
final readonly class RendersStills
{
    private const QUALITY = '.jpg[Q=88,strip]';
    private const SECONDS = 40;
    /** From this edge on a raw is developed at its full size; below, at half of it, which is four times quicker. */
    private const FULL_FROM = 2000;

    public function __construct(private Filesystem $files)
    {
    }

    /**
     * A JPEG stream at most $edge pixels along its longer side, upright.
     *
     * @throws CouldNotMakePicture
     */
    public function jpeg(string $path, int $edge): string
    {
        return Kind::StillRaw === Kind::ofPath($path) ? $this->developed($path, $edge) : self::made(Vips::scale([self::real($path)], $edge, self::QUALITY, self::SECONDS, null, null, true));
    }

    private function developed(string $path, int $edge): string
    {
        try {
            $raw = new LibRaw($path, $this->files);
            $raw->run('dcraw_emu', '-w', ...$edge < self::FULL_FROM ? ['-h'] : [], ...['-Z', $raw->made('.ppm')]);

            return self::made(Vips::scale([$raw->made('.ppm')], $edge, self::QUALITY, self::SECONDS, null, null, true));
        } catch (CouldNotConvert $refused) {
            throw CouldNotMakePicture::libraryRefused($refused->getMessage());
        }
    }

    private static function real(string $path): string
    {
        $real = realpath($path);

        return false !== $real && is_file($real) ? $real : throw CouldNotMakePicture::noneInside();
    }

    private static function made(Process $process): string
    {
        $jpeg = $process->getOutput();
        if (!$process->isSuccessful() || '' === $jpeg) {
            throw Vips::metItsLimits($process) ? CouldNotMakePicture::tooCostly() : CouldNotMakePicture::libraryRefused(Vips::said($process));
        }

        return $jpeg;
    }
}
