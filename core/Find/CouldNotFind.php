<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** What was asked for cannot be looked for. */
final class CouldNotFind extends \RuntimeException implements CouldNot
{
    use Said;

    public static function noFacet(string $name): self
    {
        return new self("Frames are not told apart by \"$name\". Nothing was looked for.", $name);
    }

    public static function noOrder(string $name): self
    {
        return new self("Frames do not stand together by \"$name\". Nothing was looked for.", $name);
    }

    public static function tooLong(int $most): self
    {
        return new self("What is looked for may be at most $most characters long.");
    }

    public static function tooMany(int $most): self
    {
        return new self("Of one kind at most $most may be named at once.");
    }

    public static function tooManyPicked(int $frames, int $most): self
    {
        return new self(\sprintf('%s frames are too many to be picked at once: at most %s. Narrow it down first.', number_format($frames), number_format($most)));
    }

    public static function noName(): self
    {
        return new self('It needs a name, of at most 200 characters. Nothing was changed.');
    }

    public static function nameTaken(string $name): self
    {
        return new self("There is another called $name. Nothing was changed.", $name);
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
