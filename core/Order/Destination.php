<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** Where on a store shoots go: a folder from its root, and the kind of work that it is for. */
final readonly class Destination
{
    private function __construct(public string $kindOfWork, public string $folder)
    {
    }

    /**
     * @param string $folder '/' between names, as PathText; '' for the store's root
     *
     * @throws CouldNotOrder
     */
    public static function of(string $kindOfWork = '', string $folder = ''): self
    {
        return new self(trim($kindOfWork), self::within($folder));
    }

    /**
     * The same path, where it leads nowhere but into a store.
     *
     * @throws CouldNotOrder
     */
    public static function within(string $folder): string
    {
        foreach ('' === $folder ? [] : explode('/', $folder) as $name) {
            if ('' === $name || str_starts_with($name, '.') || 1 === preg_match('/[\x00-\x1F]/', $name)) {
                throw CouldNotOrder::outside($folder);
            }
        }

        return $folder;
    }
}
