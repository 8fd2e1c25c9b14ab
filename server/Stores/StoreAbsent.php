<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;
use VelvetLedger\Core\Words\Size;

/** A store cannot be written to now. */
final class StoreAbsent extends \RuntimeException implements CouldNot
{
    use Said;

    public static function notChosen(): self
    {
        return new self('This ledger has no main store yet. Choose the folder for it on the page of stores; nothing was copied.');
    }

    public static function left(Store $store, string $reason): self
    {
        return new self(\sprintf('%s took no more: %s Its copies are owed, and made when it is back.', $store->name, $reason), $store->path, $reason);
    }

    public static function notMounted(Store $store): self
    {
        return new self(\sprintf('The store %s is not at %s. Attach its drive, then go on; nothing was written in its place.', $store->name, $store->path), $store->path, 'it carries no mark of a store');
    }

    public static function anotherDrive(Store $store, string $name): self
    {
        return new self(\sprintf('The drive at %s is not the store %s: its mark is that of another store%s. Attach the right drive, then go on; nothing was written to this one.', $store->path, $store->name, '' === $name ? '' : ", $name"), $store->path, 'its mark is that of another store');
    }

    public static function ofAnotherLedger(Store $store): self
    {
        return new self(\sprintf('The store %s is written to by another ledger now, that was made from a dump of this one or before it. This one changes nothing there. Where this one is to go on, say "bin/ledger goes-on"; else stop it, and use the other.', $store->name), $store->path, 'another ledger writes to it');
    }

    public static function isAnother(Store $store, string $other): self
    {
        return new self(\sprintf('The settings name %s as the store %s, but that is the store %s, or lies in it: copies there would be the same copies. It was left out; name a folder on another drive.', $store->path, $store->name, $other), $store->path);
    }

    /** @param string $uuid of the store */
    public static function markUnreadable(Store $store, string $mark, string $uuid): self
    {
        return new self(\sprintf('Whether the drive at %s is the store %s cannot be told: its mark, %s, cannot be read or is damaged. Nothing was written to it. Where it is that drive, have the first line of the mark be %s, and the second its name.', $store->path, $store->name, $mark, $uuid), $store->path, 'its mark cannot be read');
    }

    public static function notHolding(Store $store, string $file): self
    {
        return new self(\sprintf('The store %s let go of %s as soon as it was written. Look at its drive, then go on.', $store->name, $file), $file);
    }

    public static function leadsOut(Store $store, string $folder, string $to): self
    {
        return new self(\sprintf('The folder %s of the store %s leads out of it, to %s: what lies there is no copy at this store. Put a folder of its own in its place, then go on; nothing was written there.', '' === $folder ? '/' : $folder, $store->name, $to), $to, self::leading($to));
    }

    /** Why what lies in such a folder does not count. */
    public static function leading(string $to): string
    {
        return "its folder leads out of the store, to $to";
    }

    public static function notMade(Store $store): self
    {
        return new self(\sprintf('The folder %s of the store %s is not there and could not be made. Make it, or name another in the settings.', $store->path, $store->name), $store->path);
    }

    public static function notWritable(Store $store): self
    {
        return new self(\sprintf('The store %s at %s cannot be written to. Check who owns the folder.', $store->name, $store->path), $store->path);
    }

    /** @param int $spare bytes that are never used up */
    public static function full(Store $store, int $needed, int $spare): self
    {
        return new self(\sprintf('The store %s has %s left. The next file needs %s, and %s are never used up. Make room, then go on; what is copied stays.', $store->name, Size::of($store->freeBytes() ?? 0), Size::of($needed), Size::of($spare)), $store->path);
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotNow;
    }
}
