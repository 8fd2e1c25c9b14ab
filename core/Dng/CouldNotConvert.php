<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A raw could not be made a DNG; it stays as it is. */
final class CouldNotConvert extends \RuntimeException implements CouldNot
{
    use Said;

    public static function raw(string $file, string $because): self
    {
        return new self(\sprintf('%s was not converted: %s.', basename($file), rtrim($because, '. ')), $file, $because);
    }

    public static function mosaic(int $width, int $height, int $bytes): self
    {
        return new self(\sprintf('A mosaic of %d x %d samples cannot have %d bytes.', $width, $height, $bytes));
    }

    public static function notProven(string $file, string $because): self
    {
        return new self(\sprintf('%s was not converted: decoded again, the DNG was not the same: %s. It was not kept.', basename($file), $because), $file, $because);
    }

    public static function notWritten(string $path, string $because): self
    {
        return new self(\sprintf('%s could not be written: %s.', $path, rtrim($because, '. ')), $path, $because);
    }

    public static function nothingEmbedded(string $file): self
    {
        return new self(\sprintf('%s has no original raw file in it.', basename($file)), $file);
    }

    public static function damagedWithin(string $file, string $because): self
    {
        return new self(\sprintf('The original raw file in %s is damaged: %s. Nothing was restored.', basename($file), $because), $file, $because);
    }

    public function kind(): FailureKind
    {
        return FailureKind::Unreadable;
    }
}
