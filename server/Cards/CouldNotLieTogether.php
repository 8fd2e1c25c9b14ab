<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** Cards that cannot be brought in from one desk. */
final class CouldNotLieTogether extends \RuntimeException implements CouldNot
{
    use Said;

    public static function twice(Volume $volume): self
    {
        return new self(\sprintf('%s was named twice. Name each card once.', $volume->label()));
    }

    public static function alike(Volume $one, Volume $other): self
    {
        return new self(\sprintf('The cards at %s and %s cannot be told apart: one is an image of the other. Bring them in one after the other.', PathText::of($one->path), PathText::of($other->path)));
    }

    public static function tooMany(int $most): self
    {
        return new self(\sprintf('At most %d cards lie on one desk. Bring in the others after these.', $most));
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
