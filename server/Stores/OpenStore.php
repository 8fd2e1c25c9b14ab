<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Keeping\Spelling;
use VelvetLedger\Core\Transfer\StoreMark;

/** A store that was found to be there, with the drive it was found on: what is written is held against that, before it counts. */
final class OpenStore
{
    /** Room kept free on a store beside the file to be written, bytes. */
    private const SPARE_ROOM = 16_000_000;

    /** @var array<array-key, string|null> folder => where it leads; since it was last asked whether the drive is there */
    private array $leads = [];

    /** Bytes free when it was last asked, less those that were to be written since. */
    private ?int $room = null;

    public function __construct(public readonly Store $store, private readonly int $device, private readonly int $root)
    {
    }

    public function path(string $to): string
    {
        return $this->store->path.'/'.$to;
    }

    /** The folder of a file, both from the root; '' for the root itself. */
    public static function folderOf(string $path): string
    {
        return ltrim(\dirname('/'.$path), '/');
    }

    /**
     * That the same drive is still there.
     *
     * @throws StoreAbsent
     */
    public function confirm(): void
    {
        clearstatcache(true);
        $this->leads = [];
        $this->room = null;
        if (!$this->isSameRoot() || StoreMark::at($this->store->path)?->uuid !== $this->store->uuid) {
            throw $this->store->absence();
        }
    }

    private function isSameRoot(): bool
    {
        clearstatcache();
        $stat = @stat($this->store->path);

        return false !== $stat && $stat['dev'] === $this->device && $stat['ino'] === $this->root;
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
        $this->confirmLies($file);
    }

    /**
     * The same of many files at once: that the drive is there before and after all are seen on it.
     *
     * @param list<string> $files absolute
     *
     * @throws StoreAbsent of one of them, or of the drive
     */
    public function confirmHoldsAll(array $files): void
    {
        $this->confirm();
        array_walk($files, $this->confirmLies(...));
        $this->confirm();
    }

    /** @throws StoreAbsent where the file is not on its drive */
    private function confirmLies(string $file): void
    {
        $stat = @stat($file);
        if (false === $stat || $stat['dev'] !== $this->device) {
            throw StoreAbsent::notHolding($this->store, $file);
        }
        $this->confirmOwns($file);
    }

    /**
     * That a place, absolute, lies on its drive and below its root, whatever links there are on the way.
     *
     * @throws StoreAbsent
     */
    public function confirmOwns(string $place): void
    {
        $folder = ltrim(substr(\dirname($place), \strlen($this->store->path)), '/');
        $to = $this->leadsOut($folder);
        if (null !== $to) {
            throw StoreAbsent::leadsOut($this->store, $folder, $to);
        }
    }

    /**
     * Where a folder, from the root, leads if it is not the store's own: by a link that goes out of the store, or by another
     * drive that is mounted there. What lies in it is no copy at this store. Null where it is its own, or not there yet.
     *
     * @throws StoreAbsent where it is the drive that is not there any more
     */
    public function leadsOut(string $folder): ?string
    {
        if (!\array_key_exists($folder, $this->leads)) {
            if ([] === $this->leads) {
                clearstatcache(true);
            }
            $there = rtrim($this->path($folder), '/');
            while (!file_exists($there)) {
                $there = \dirname($there);
            }
            $real = (string) realpath($there);
            $stat = @stat($real);
            $isOwn = str_starts_with($real.'/', rtrim((string) realpath($this->store->path), '/').'/') && false !== $stat && $stat['dev'] === $this->device;
            if (!$isOwn) {
                $this->confirm(); // where the drive left, no folder leads anywhere
            }
            $this->leads[$folder] = $isOwn ? null : $real;
        }

        return $this->leads[$folder];
    }

    /**
     * Has the drive spell its own folders so, from the root, where it has them by another case.
     *
     * @param list<string> $folders
     *
     * @throws StoreAbsent
     */
    public function spell(array $folders): void
    {
        foreach (array_unique($folders) as $folder) {
            if (null === $this->leadsOut($folder)) {
                Spelling::respell($this->store->path, $folder);
            }
        }
    }

    /** Whether two paths from the root, both of which lead to something, are one entry of one folder, which the drive has by either case. */
    public function isOneEntry(string $one, string $other): bool
    {
        return Spelling::isOneEntry($this->store->path, $one, $other);
    }

    /**
     * That it is there and has room for so many bytes more; asked again when what was written since may have filled it.
     *
     * @throws StoreAbsent
     */
    public function checkRoom(int $bytes): void
    {
        if (!$this->isSameRoot()) {
            throw $this->store->absence();
        }
        if (null === $this->room || $this->room < $bytes + self::SPARE_ROOM) {
            $this->room = $this->store->freeBytes() ?? throw $this->store->absence();
        }
        if ($this->room < $bytes + self::SPARE_ROOM) {
            throw StoreAbsent::full($this->store, $bytes, self::SPARE_ROOM);
        }
        $this->room -= $bytes;
    }
}
