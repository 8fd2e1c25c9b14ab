<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** A store cannot be written to now. */
final class StoreAbsent extends \RuntimeException
{
    public static function notMounted(Store $store): self
    {
        return new self(\sprintf('The store %s is not at %s. Attach its drive, then go on; nothing was written in its place.', $store->name, $store->path));
    }

    public static function notMade(Store $store): self
    {
        return new self(\sprintf('The folder %s of the store %s is not there and could not be made. Make it, or name another in the settings.', $store->path, $store->name));
    }

    public static function notWritable(Store $store): self
    {
        return new self(\sprintf('The store %s at %s cannot be written to. Check who owns the folder.', $store->name, $store->path));
    }

    public static function full(Store $store, int $needed): self
    {
        return new self(\sprintf('The store %s has %s left and the next file needs %s. Make room, then go on; what is copied stays.', $store->name, Megabytes::of($store->freeBytes() ?? 0), Megabytes::of($needed)));
    }
}
