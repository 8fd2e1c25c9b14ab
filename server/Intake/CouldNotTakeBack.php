<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A beginning cannot be taken back any more. */
final class CouldNotTakeBack extends \RuntimeException implements CouldNot
{
    use Said;

    public static function hasBegun(int $receipt): self
    {
        return new self("Files of receipt $receipt are brought in already: stop it, and what is done stays.");
    }

    public static function hasEnded(int $receipt): self
    {
        return new self("Receipt $receipt has ended: there is nothing to take back.");
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
