<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

/** The card went away while it was being copied. */
final class SourceGone extends \RuntimeException
{
    public static function card(string $label): self
    {
        return new self(\sprintf('The card %s is no longer in its reader. Put it back and go on: what is copied and proven stays, the rest waits.', $label));
    }
}
