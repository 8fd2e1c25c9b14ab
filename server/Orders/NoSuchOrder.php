<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Orders;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A standing order is asked for that is not in the ledger. */
final class NoSuchOrder extends \RuntimeException implements CouldNot
{
    use Said;

    /** @param list<string> $names of those that there are */
    public static function called(string $name, array $names): self
    {
        return new self(\sprintf('There is no standing order called "%s". There are: %s.', $name, implode(', ', $names)));
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotThere;
    }
}
