<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A source cannot be listed at all. */
final class CouldNotList extends \RuntimeException implements CouldNot
{
    use Said;

    public static function source(string $path): self
    {
        return new self(\sprintf('%s is not a folder that can be read. If it is a card, it may have been pulled out.', PathText::of($path)), $path);
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotThere;
    }
}
