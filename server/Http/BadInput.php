<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A request does not have the shape that it must. */
final class BadInput extends \RuntimeException implements CouldNot
{
    use Said;

    public static function field(string $name, string $must): self
    {
        return new self(\sprintf('The field "%s" %s.', $name, $must));
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
