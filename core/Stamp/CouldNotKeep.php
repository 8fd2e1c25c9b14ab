<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** The vocabulary cannot be changed so. */
final class CouldNotKeep extends \DomainException implements CouldNot
{
    use Said;

    public static function word(): self
    {
        return new self(\sprintf('A keyword has 1 to %d characters, and no "=" in it or ":" at its end.', KeywordPath::LONGEST));
    }

    public static function twice(string $word): self
    {
        return new self(\sprintf('"%s" stands there already. Merge the two, if they are the same.', $word));
    }

    public static function belowItself(string $word): self
    {
        return new self(\sprintf('"%s" cannot go below itself, or below a word that is below it.', $word));
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
