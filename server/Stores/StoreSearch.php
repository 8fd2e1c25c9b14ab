<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Transfer\StoreMark;

/** Looks for a store by its mark on the drives that are attached now: under the same path from a drive's root as before, or at the root itself or below it. */
final readonly class StoreSearch
{
    public function __construct(private Drives $drives)
    {
    }

    /**
     * @param string $before absolute path at which it was
     *
     * @return string|null where it is; null where it is on none of them
     */
    public function find(string $uuid, string $before): ?string
    {
        foreach ($this->drives->all() as $drive) {
            foreach (self::candidates($drive->path, $before) as $path) {
                if (StoreMark::at($path)?->uuid === $uuid) {
                    return $path;
                }
            }
        }

        return null;
    }

    /** @return iterable<string> */
    private static function candidates(string $root, string $before): iterable
    {
        $root = rtrim($root, '/');
        yield $root;
        $names = explode('/', trim($before, '/'));
        for (; [] !== $names; array_shift($names)) {
            yield $root.'/'.implode('/', $names);
        }
    }
}
