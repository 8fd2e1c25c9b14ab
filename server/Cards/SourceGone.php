<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** The card went away while it was being copied. */
final class SourceGone extends \RuntimeException implements CouldNot
{
    use Said;

    public static function card(string $label): self
    {
        return new self(\sprintf('The card %s left its reader: what is copied and proven stays, the rest waits.', $label), $label);
    }

    /** @param string $path where it was mounted, as PathText */
    public static function anotherCard(string $label, int $receipt, string $path): self
    {
        return new self(\sprintf('What is at %s now is not the card %s as it was when receipt %d was begun: it is another card, or it was formatted since. Nothing was copied from it. Put that card in and go on, or begin anew from this one.', $path, $label, $receipt), $path, 'it is another card, or was formatted');
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
