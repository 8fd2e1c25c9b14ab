<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A folder or a role cannot be a store's; nothing was changed. */
final class CouldNotChoose extends \RuntimeException implements CouldNot
{
    use Said;

    public static function notThere(string $path): self
    {
        return new self("There is no folder $path.", $path);
    }

    public static function onNoDrive(string $path): self
    {
        return new self("$path lies on none of the drives that are attached.", $path);
    }

    public static function isStore(string $path, string $name): self
    {
        return new self("$path is the store $name already.", $path);
    }

    public static function inStore(string $path, string $name): self
    {
        return new self("$path and the store $name lie one within the other: their files would be counted twice.", $path);
    }

    public static function badFolder(string $name): self
    {
        return new self("A folder cannot be called \"$name\": choose another name for it.");
    }

    public static function noName(): self
    {
        return new self('A store needs a name.');
    }

    public static function nameTaken(string $name): self
    {
        return new self("Another store is called $name.");
    }

    public static function needsMain(): self
    {
        return new self('There must be a main store: make another one the main store first.');
    }

    public static function isUnderWay(): self
    {
        return new self('An intake is under way: wait for it to end, or stop it, before the main store is changed.');
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
