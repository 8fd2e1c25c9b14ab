<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A rule for dividing frames into shoots makes no sense. */
final class CouldNotDivide extends \DomainException implements CouldNot
{
    use Said;

    public static function atPause(int $minutes): self
    {
        return new self(\sprintf('A pause between shoots is 1 to 1440 minutes long, not %d.', $minutes));
    }

    public static function atHour(int $hour): self
    {
        return new self(\sprintf('The day turns at an hour from 0 to 12, not at %d.', $hour));
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
