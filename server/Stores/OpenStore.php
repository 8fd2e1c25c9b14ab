<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Transfer\StoreMark;

/** A store that was found to be there, with the drive it was found on: what is written is held against that, before it counts. */
final readonly class OpenStore
{
    /** Room kept free on a store beside the file to be written, bytes. */
    private const SPARE_ROOM = 16_000_000;

    public function __construct(public Store $store, private int $device, private int $root)
    {
    }

    public function path(string $to): string
    {
        return $this->store->path.'/'.$to;
    }

    /**
     * That the same drive is still there.
     *
     * @throws StoreAbsent
     */
    public function confirm(): void
    {
        clearstatcache();
        $stat = @stat($this->store->path);
        if (false === $stat || $stat['dev'] !== $this->device || $stat['ino'] !== $this->root || StoreMark::at($this->store->path)?->uuid !== $this->store->uuid) {
            throw $this->store->absence();
        }
    }

    /**
     * That a file which was just written under this store's path lies on its drive. One that landed where the drive had
     * been, for it left meanwhile, is taken away again: it was ours, and the card still has it.
     *
     * @param string $file absolute
     *
     * @throws StoreAbsent
     */
    public function confirmHolds(string $file): void
    {
        try {
            $this->confirm();
        } catch (StoreAbsent $absent) {
            $stat = @stat($file);
            if (false !== $stat && ($stat['dev'] !== $this->device || StoreMark::at($this->store->path)?->uuid !== $this->store->uuid)) {
                @unlink($file);
                for ($folder = \dirname($file); \strlen($folder) > \strlen($this->store->path) && @rmdir($folder); $folder = \dirname($folder)) {
                }
            }
            throw $absent;
        }
        $stat = @stat($file);
        if (false === $stat || $stat['dev'] !== $this->device) {
            throw StoreAbsent::notHolding($this->store, $file);
        }
    }

    /** @throws StoreAbsent */
    public function checkRoom(int $bytes): void
    {
        $free = $this->store->freeBytes();
        if (null === $free) {
            throw $this->store->absence();
        }
        if ($free < $bytes + self::SPARE_ROOM) {
            throw StoreAbsent::full($this->store, $bytes, self::SPARE_ROOM);
        }
    }
}
