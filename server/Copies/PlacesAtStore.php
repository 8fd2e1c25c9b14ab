<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Brings what lies at a store to where it is to be: to the names and folders of its frames, what else lies there after them, or away, where these were let go, or proven ones lie elsewhere. */
final readonly class PlacesAtStore
{
    public function __construct(private Moving $moving, private Following $following, private Removing $removing, private Leaving $leaving)
    {
    }

    /**
     * @param \Closure(int): mixed $watch what it throws ends it where it is
     *
     * @return array{int, list<string>, bool, bool} copies that are where they are to be; folders that any left or came to, from the store's root; whether the slice was over before all were tried; whether some wait for whoever writes into them just now
     *
     * @throws StoreAbsent where the store leaves; what was done before is entered
     */
    public function some(OpenStore $store, int $number, \Closure $watch, Slice $slice): array
    {
        [$moved, $folders, $isOver, $moveLater] = $this->moving->some($store, $number, $watch, $slice);
        if ($isOver) {
            return [$moved, $folders, true, $moveLater];
        }
        [$followed, $isOver] = $this->following->some($store, $number, $watch, $slice);
        $folders = array_values(array_unique([...$folders, ...$followed]));
        if ($isOver) {
            return [$moved, $folders, true, $moveLater];
        }
        [$removed, $isOver, $removeLater] = $this->removing->some($store, $number, $watch, $slice);
        $folders = array_values(array_unique([...$folders, ...$removed]));
        if ($isOver) {
            return [$moved, $folders, true, $moveLater || $removeLater];
        }
        [$left, $isOver, $leaveLater] = $this->leaving->some($store, $number, $watch, $slice);

        return [$moved, array_values(array_unique([...$folders, ...$left])), $isOver, $moveLater || $removeLater || $leaveLater];
    }
}
