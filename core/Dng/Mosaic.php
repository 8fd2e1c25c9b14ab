<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** All samples of a sensor, masked margins included: uint16 LE, row major. */
final readonly class Mosaic
{
    private const BYTES_AT_ONCE = 8_388_608;

    /** @throws CouldNotConvert */
    public function __construct(public string $samples, public int $width, public int $height)
    {
        if ($width < 1 || $height < 1 || \strlen($samples) !== 2 * $width * $height) {
            throw CouldNotConvert::mosaic($width, $height, \strlen($samples));
        }
    }

    /** MD5 of the samples in row-scan order, 16 bits each, little endian: DNG's RawImageDigest. */
    public function digest(): string
    {
        return md5($this->samples, true);
    }

    /** The place of the first sample that differs from another mosaic's of the same size, in pixels; null where all are equal. */
    public function firstDifference(self $other): ?string
    {
        if ($this->width !== $other->width || $this->height !== $other->height) {
            return \sprintf('it has %d x %d samples, not %d x %d', $other->width, $other->height, $this->width, $this->height);
        }
        for ($at = 0, $end = \strlen($this->samples); $at < $end; $at += self::BYTES_AT_ONCE) {
            [$one, $two] = [substr($this->samples, $at, self::BYTES_AT_ONCE), substr($other->samples, $at, self::BYTES_AT_ONCE)];
            if ($one !== $two) {
                $pixel = intdiv($at + strspn($one ^ $two, "\0"), 2);

                return \sprintf('the sample at column %d, row %d is another', $pixel % $this->width, intdiv($pixel, $this->width));
            }
        }

        return null;
    }

    /** A tile; what lies beyond the mosaic repeats its last columns and rows, as the filter pattern does. */
    public function tile(Area $tile, FilterPattern $pattern): string
    {
        $inside = min($tile->width, $this->width - $tile->left);
        /** @var list<string> $rows */
        $rows = [];
        for ($y = 0; $y < $tile->height; ++$y) {
            if ($tile->top + $y < $this->height) {
                $row = substr($this->samples, 2 * (($tile->top + $y) * $this->width + $tile->left), 2 * $inside);
                $rows[] = self::longer($row, 2 * $tile->width, 2 * $pattern->columns);
            } else {
                $rows[] = $rows[max($y - $pattern->rows, 0)];
            }
        }

        return implode('', $rows);
    }

    private static function longer(string $row, int $bytes, int $period): string
    {
        return \strlen($row) >= $bytes ? $row : substr($row.str_repeat(substr($row, -$period), intdiv($bytes, min($period, \strlen($row)))), 0, $bytes);
    }
}
