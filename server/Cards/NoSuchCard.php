<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** An address names a card that no reader holds. */
final class NoSuchCard extends \RuntimeException implements CouldNot
{
    use Said;

    public static function inAnyReader(): self
    {
        return new self('This card is in no reader. If it was pulled out, put it back: the page goes on where it was.');
    }

    public static function noSuchFile(): self
    {
        return new self('There is no such file on this card.');
    }

    public static function noSuchFolder(string $path): self
    {
        return new self(\sprintf('There is no folder %s below the readers, the stores or the drives.', '' === $path ? 'so named' : PathText::of($path)));
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotThere;
    }
}
