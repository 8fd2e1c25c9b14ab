<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** Pictures of a card cannot be copied to a folder so. */
final class CouldNotCopyApart extends \RuntimeException implements CouldNot
{
    use Said;

    public static function ontoACard(string $label): self
    {
        return new self("That folder is on the card $label. Nothing is ever written to a card.");
    }

    public static function tooMany(int $most): self
    {
        return new self("Pick 1 to $most frames to copy. What is more is brought in.");
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
