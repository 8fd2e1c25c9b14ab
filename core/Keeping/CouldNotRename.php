<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** Frames could not be called or put as was asked. All of them are as they were. */
final class CouldNotRename extends \RuntimeException implements CouldNot
{
    use Said;

    public static function notPortable(string $path): self
    {
        return new self("$path is no name that every drive takes: it is empty, too long, or has a character or an ending that is reserved somewhere. Nothing was changed.", $path);
    }

    public static function twice(string $stem, string $folder): self
    {
        return new self("Two frames would be called $stem in ".self::in($folder).'. Nothing was changed.', $stem);
    }

    public static function taken(string $stem, string $folder, string $by): self
    {
        return new self("$stem is taken in ".self::in($folder)." by $by. Nothing was changed.", $stem);
    }

    /** A card is still being brought in to it. */
    public static function stillComesIn(string $stem): self
    {
        return new self("$stem is still coming in from its card. Nothing was changed; try again when that is done.", $stem);
    }

    public static function noFrames(string $what): self
    {
        return new self("There is nothing to be changed: $what.");
    }

    public static function anotherShoot(string $name, string $folder): self
    {
        return new self("Another shoot is $name in ".self::in($folder).' already: merge the two instead. Nothing was changed.');
    }

    public static function changedSince(string $shoot): self
    {
        return new self("$shoot was changed since by something else. Take that back first. Nothing was changed.");
    }

    public static function notOfShoot(string $what): self
    {
        return new self("$what is no frame of this shoot. Nothing was changed.");
    }

    public static function outOfCalendar(): self
    {
        return new self('A clock put on so far leads out of the calendar. Nothing was changed.');
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }

    private static function in(string $folder): string
    {
        return '' === $folder ? "the store's root" : $folder;
    }
}
