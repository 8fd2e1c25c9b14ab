<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Server\Persistence\Intakes\IntakeWish;

/** The photographer wishes an intake to pause or to stop here. */
final class Wished extends \RuntimeException
{
    private function __construct(public readonly IntakeWish $wish)
    {
        parent::__construct($wish->value);
    }

    public static function to(IntakeWish $wish): self
    {
        return new self($wish);
    }
}
