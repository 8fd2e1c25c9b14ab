<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** Frames could not be let go for good as was asked. All of them are as they were. */
final class CouldNotLetGo extends \RuntimeException implements CouldNot
{
    use Said;

    public static function notNamed(string $name): self
    {
        return new self("To let frames go for good, write \"$name\". Nothing was removed.");
    }

    public static function notAside(int $frames): self
    {
        return new self(1 === $frames ? 'One of these frames is not set aside in this shoot, or was let go before. Nothing was removed.' : "$frames of these frames are not set aside in this shoot, or were let go before. Nothing was removed.");
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
