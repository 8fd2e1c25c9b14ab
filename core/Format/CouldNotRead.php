<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

/** The file system would not give us a file's bytes. */
final class CouldNotRead extends \RuntimeException
{
    public static function file(string $path, string $reason): self
    {
        return new self(\sprintf('could not read %s: %s', $path, $reason));
    }
}
