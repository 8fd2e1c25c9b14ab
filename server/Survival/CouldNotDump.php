<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** The ledger could not be dumped, or its dump could not be proven. The ledger itself is as it was. */
final class CouldNotDump extends \RuntimeException implements CouldNot
{
    use Said;

    private bool $isBusy = false;

    public static function make(string $because): self
    {
        return new self("The ledger could not be dumped: $because. It is as it was.", '', $because);
    }

    public static function busy(): self
    {
        $failure = new self('The ledger is being dumped just now. Try again in a moment.');
        $failure->isBusy = true;

        return $failure;
    }

    /** Whether another is at it. */
    public function isBusy(): bool
    {
        return $this->isBusy;
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
