<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Filesystem\Filesystem;
use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\Pixels;

/** Decodes previews with libvips, many to a process; one that brings the process to its limits costs the others nothing but being done again. */
final readonly class PixelsWithVips implements Pixels
{
    private const SECONDS_ALL = 10;
    private const SECONDS_EACH = 3;
    private const JPEG = "\xFF\xD8";

    public function __construct(private Filesystem $files)
    {
    }

    public function luminances(array $jpegs, int $edge, bool $grey = false): array
    {
        $folder = $this->files->tempnam(sys_get_temp_dir(), 'ledger-previews-');
        $this->files->remove($folder);
        $this->files->mkdir($folder, 0o700);
        try {
            return $this->within($folder, $jpegs, $edge, $grey ? 'pgm' : 'ppm');
        } finally {
            $this->files->remove($folder);
        }
    }

    /**
     * @template TKey of array-key
     *
     * @param array<TKey, string> $jpegs
     *
     * @return array<TKey, Luminance|null>
     */
    private function within(string $folder, array $jpegs, int $edge, string $form): array
    {
        $names = [];
        foreach ($jpegs as $key => $jpeg) {
            if (str_starts_with($jpeg, self::JPEG)) {
                $names[$key] = \count($names).'.jpg';
                $this->files->dumpFile("$folder/$names[$key]", $jpeg);
            }
        }
        $all = [] === $names || Vips::ended(Vips::scale(array_values($names), $edge, "%s.$form", self::SECONDS_ALL, $folder));
        $found = [];
        foreach ($jpegs as $key => $jpeg) {
            $name = $names[$key] ?? null;
            $made = null === $name ? '' : "$folder/".basename($name, '.jpg').".$form";
            if (!$all && null !== $name && null === self::read($made)) {
                Vips::scale([$name], $edge, "%s.$form", self::SECONDS_EACH, $folder);
            }
            $found[$key] = '' === $made ? null : self::read($made);
        }

        return $found;
    }

    /**
     * Of every fourth pixel.
     *
     * @param string $values R'G'B', a byte each
     */
    private static function colours(string $values): string
    {
        $counts = array_fill(0, 27, 0);
        for ($i = 0, $end = \strlen($values) - 2; $i < $end; $i += 12) {
            ++$counts[9 * (int) (\ord($values[$i]) / 85.4) + 3 * (int) (\ord($values[$i + 1]) / 85.4) + (int) (\ord($values[$i + 2]) / 85.4)];
        }
        $all = max(1, array_sum($counts));

        return implode('', array_map(static fn (int $count): string => \sprintf('%02x', (int) round(255 * $count / $all)), $counts));
    }

    /** A portable pixmap or graymap of 8 bits, in binary (ppm(5), pgm(5)), as its brightness; null where it is none, or cut off. */
    private static function read(string $path): ?Luminance
    {
        $bytes = (string) @file_get_contents($path);
        if (1 !== preg_match('/^P([56])\s(?:#[^\n]*\n)*(\d+)\s+(\d+)\s+255\s/', $bytes, $header)) {
            return null;
        }
        $values = substr($bytes, \strlen($header[0]));
        [$width, $height] = [(int) $header[2], (int) $header[3]];
        if ('5' === $header[1]) {
            return \strlen($values) === $width * $height ? new Luminance($values, $width, $height) : null;
        }
        if (\strlen($values) !== 3 * $width * $height) {
            return null;
        }
        $luminance = '';
        for ($i = 0, $end = \strlen($values); $i < $end; $i += 3) {
            $luminance .= \chr((int) (0.299 * \ord($values[$i]) + 0.587 * \ord($values[$i + 1]) + 0.114 * \ord($values[$i + 2]) + 0.5));
        }

        return new Luminance($luminance, $width, $height, self::colours($values));
    }
}
