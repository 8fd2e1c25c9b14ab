<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Store\Drive;

/** The stores that a run writes to: the main one, without which it stops, and the others, each for as long as it is there and has room. */
final class RunStores
{
    /** @var array<int, string> store => why it gets no more in this run: its copies are owed */
    private array $lost = [];

    /**
     * @param int                    $main   the main store's number in the ledger
     * @param array<int, OpenStore>  $open   by number, the main one first
     * @param array<int, string>     $away   store => why it is away: its copies are owed
     * @param array<int, Drive|null> $drives by number
     */
    public function __construct(public readonly int $main, private array $open, array $away, private readonly array $drives = [])
    {
        $this->lost = $away;
    }

    public function main(): OpenStore
    {
        return $this->open[$this->main];
    }

    /** @return array<int, OpenStore> */
    public function open(): array
    {
        return $this->open;
    }

    /** @return array<int, string> store => why its copies are owed */
    public function lost(): array
    {
        return $this->lost;
    }

    /** @return list<int> all of the ledger, wherever they are */
    public function all(): array
    {
        return [...array_keys($this->open), ...array_keys($this->lost)];
    }

    /**
     * Where a file goes: to the main store, and to those that are there and have room for it.
     *
     * @return array{array<int, string>, array<int, string>} store => absolute path; store => why it is owed this one file
     *
     * @throws StoreAbsent where the main store has no room
     */
    public function destinations(string $to, int $bytes): array
    {
        $paths = $owed = [];
        $folder = OpenStore::folderOf($to);
        foreach ($this->open as $number => $store) {
            $most = ($this->drives[$number] ?? null)?->mostBytesOfAFile();
            if ($number !== $this->main && null !== $most && $bytes > $most) {
                $owed[$number] = 'its drive takes no file over 4 GiB';
                continue;
            }
            try {
                $out = $store->leadsOut($folder);
                if (null !== $out && $number === $this->main) {
                    throw StoreAbsent::leadsOut($store->store, $folder, $out);
                }
                if (null !== $out) {
                    $owed[$number] = StoreAbsent::leading($out);
                    continue;
                }
                $store->checkRoom($bytes);
                $paths[$number] = $store->path($to);
            } catch (StoreAbsent $absent) {
                $this->lose($number, $absent);
            }
        }

        return [$paths, $owed];
    }

    /**
     * That all are there yet; one that is not gets no more.
     *
     * @throws StoreAbsent where it is the main one
     */
    public function confirm(): void
    {
        foreach ($this->open as $number => $store) {
            try {
                $store->confirm();
            } catch (StoreAbsent $absent) {
                $this->lose($number, $absent);
            }
        }
    }

    /**
     * That a store holds a file that was just given its name there.
     *
     * @throws StoreAbsent where it is the main one
     */
    public function holds(int $number, string $file): bool
    {
        try {
            ($this->open[$number] ?? null)?->confirmHolds($file);

            return isset($this->open[$number]);
        } catch (StoreAbsent $absent) {
            $this->lose($number, $absent);

            return false;
        }
    }

    /**
     * Which of many files, given their names at a store just now, it holds.
     *
     * @param list<string> $files absolute
     *
     * @return list<string>
     *
     * @throws StoreAbsent where it is the main one
     */
    public function holding(int $number, array $files): array
    {
        try {
            ($this->open[$number] ?? null)?->confirmHoldsAll($files);

            return isset($this->open[$number]) ? $files : [];
        } catch (StoreAbsent) {
            return array_values(array_filter($files, fn (string $file): bool => $this->holds($number, $file)));
        }
    }

    /** @throws StoreAbsent where it is the main one */
    private function lose(int $number, StoreAbsent $absent): void
    {
        if ($number === $this->main) {
            throw $absent;
        }
        unset($this->open[$number]);
        $this->lost[$number] = rtrim($absent->getMessage(), '.');
    }
}
