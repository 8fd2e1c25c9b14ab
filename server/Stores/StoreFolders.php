<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\Destination;

/** The folders of a store, to choose from: those whose names are plain text, for others cannot be named in an order; nothing outside of it can be named or seen. */
final class StoreFolders
{
    /**
     * @param string $folder from the store's root, as PathText; '' for the root
     *
     * @return list<string>|null names of the folders in it, as PathText; null where there is none such yet
     *
     * @throws CouldNotOrder|StoreAbsent
     */
    public static function in(Store $store, string $folder): ?array
    {
        if (!$store->isPresent()) {
            throw $store->absence();
        }
        $path = rtrim($store->path.'/'.PathText::toPath(Destination::within($folder)), '/');
        $real = realpath($path);
        if (false === $real) {
            return null;
        }
        if (!str_starts_with($real.'/', realpath($store->path).'/')) {
            throw CouldNotOrder::outside($folder);
        }
        $names = array_filter(FolderNames::in($path), static fn (string $name): bool => !str_starts_with($name, '.') && PathText::of($name) === $name && is_dir($path.'/'.$name) && !is_link($path.'/'.$name));
        natcasesort($names);

        return array_values(array_map(PathText::of(...), $names));
    }
}
