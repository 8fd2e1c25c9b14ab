<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A file could not be copied and proven. Nothing stands under its final name; the source was not touched. */
final class CouldNotCopy extends \RuntimeException implements CouldNot
{
    use Said;

    public static function sourceNotOpened(string $source, string $reason): self
    {
        return new self(\sprintf('%s could not be opened on the card: %s.', basename($source), $reason), $source, $reason);
    }

    public static function sourceBroke(string $source, int $at, string $reason): self
    {
        return new self(\sprintf('%s could not be read past byte %d: %s.', basename($source), $at, $reason), $source, $reason);
    }

    public static function sourceChanged(string $source, string $how): self
    {
        return new self(\sprintf('%s is not as it was when it was promised: %s. It was not copied.', basename($source), $how), $source, $how);
    }

    public static function folderNotMade(string $folder, string $reason): self
    {
        return new self(\sprintf('The folder %s could not be made: %s.', $folder, $reason), $folder, $reason);
    }

    public static function notWritten(string $path, int $at, string $reason): self
    {
        return new self(\sprintf('%s could not be written past byte %d: %s.', $path, $at, $reason), $path, $reason);
    }

    public static function notReadBack(string $path, string $reason): self
    {
        return new self(\sprintf('%s was written, but could not be read back: %s. Do not trust this drive before it is checked.', $path, $reason), $path, $reason);
    }

    public static function readBackDiffers(string $path, string $written, string $read): self
    {
        return new self(\sprintf('What was read back from %s is not what was written (XXH128 %s, written %s): do not trust this drive.', $path, $read, $written), $path);
    }

    public function kind(): FailureKind
    {
        return FailureKind::Unreadable;
    }
}
