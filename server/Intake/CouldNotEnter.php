<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** Files of an earlier intake of the card have their names at the stores, and the ledger does not take them: nothing else comes in before them. */
final class CouldNotEnter extends \RuntimeException implements CouldNot
{
    use Said;

    /** @param string $because see RunUnderWay::notEntered */
    public static function before(int $receipt, string $because): self
    {
        return new self("Of receipt $receipt, $because", '', $because);
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
