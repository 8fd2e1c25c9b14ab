<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** A file could not be copied and proven. Nothing stands under its final name; the source was not touched. */
final class CouldNotCopy extends \RuntimeException
{
    public static function sourceNotOpened(string $source, string $reason): self
    {
        return new self(\sprintf('%s could not be opened on the card: %s.', basename($source), $reason));
    }

    public static function sourceBroke(string $source, int $at, string $reason): self
    {
        return new self(\sprintf('%s could not be read past byte %d: %s.', basename($source), $at, $reason));
    }

    public static function sourceChanged(string $source, int $expected, int $found): self
    {
        return new self(\sprintf('%s gave %d bytes where the card lists %d; it changed, or the card is failing.', basename($source), $found, $expected));
    }

    public static function folderNotMade(string $folder, string $reason): self
    {
        return new self(\sprintf('The folder %s could not be made: %s.', $folder, $reason));
    }

    public static function notWritten(string $path, int $at, string $reason): self
    {
        return new self(\sprintf('%s could not be written past byte %d: %s.', $path, $at, $reason));
    }

    public static function readBackDiffers(string $path, string $written, string $read): self
    {
        return new self(\sprintf('What was read back from %s is not what was written (XXH128 %s, written %s): do not trust this drive.', $path, $read, $written));
    }
}
