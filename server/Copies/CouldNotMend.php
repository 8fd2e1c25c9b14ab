<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A copy could not be mended; it is as it was. */
final class CouldNotMend extends \RuntimeException implements CouldNot
{
    use Said;

    public static function isGood(string $path): self
    {
        return new self("$path needs no mending: its last proof found it good.", $path);
    }

    public static function isBusy(string $path): self
    {
        return new self("$path lies on a store that is being worked on just now. Try again in a moment.", $path);
    }

    public static function noGoodCopy(string $path, string $because): self
    {
        return new self("$path could not be mended: $because. Attach the drive that has a good copy, and try again.", $path, $because);
    }

    public static function notSetAside(string $path, string $because): self
    {
        return new self("$path could not be set aside: $because. It was left as it is.", $path, $because);
    }

    public static function liesAside(string $path, string $aside): self
    {
        return new self("$path could not be mended, and what was there could not be put back: it lies in $aside on its drive.", $path);
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
