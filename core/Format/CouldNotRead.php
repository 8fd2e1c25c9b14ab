<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** The file system would not give us a file's bytes. */
final class CouldNotRead extends \RuntimeException implements CouldNot
{
    use Said;

    public static function file(string $path, string $reason): self
    {
        return new self(\sprintf('could not read %s: %s', $path, $reason), $path, $reason);
    }

    public function kind(): FailureKind
    {
        return FailureKind::Unreadable;
    }
}
