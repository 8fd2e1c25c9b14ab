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

    public static function make(string $because): self
    {
        return new self("The ledger could not be dumped: $because. It is as it was.", '', $because);
    }

    public static function busy(): self
    {
        return new self('The ledger is being dumped just now. Try again in a moment.');
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
