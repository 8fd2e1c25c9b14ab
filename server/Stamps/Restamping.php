<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\Copying;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Persistence\FrameKeywords;
use VelvetLedger\Server\Persistence\FrameToStamp;
use VelvetLedger\Server\Persistence\ShootRepository;
use VelvetLedger\Server\Persistence\StampedFile;
use VelvetLedger\Server\Persistence\StampEntries;
use VelvetLedger\Server\Persistence\StampRepository;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Gives files in shoots the stamps that their frames are to bear: at the main store and all others that are there the same
 * bytes, each in one step and proven; an absent store is owed the change.
 */
final readonly class Restamping
{
    private const AT_ONCE = 64;

    public function __construct(
        private StampRepository $frames,
        private FrameKeywords $keywords,
        private MakesStamped $making,
        private StampEntries $entries,
        private Copier $copier,
        private Stores $stores,
        private ShootRepository $shoots,
        private ListsOfStore $lists,
    ) {
    }

    /**
     * Null where somebody else is at it.
     *
     * @param \Closure(): mixed $watch asked between frames; what it throws ends it where it is
     * @param list<int>         $of    these frames only, where any are given
     * @param list<int>         $adopt frames whose files another program changed since, and which are to be merged with
     *
     * @return array{int, int}|null frames whose files say what they should; of which some do not
     *
     * @throws StoreAbsent where the main store is not there: nothing is lost, it waits
     */
    public function shoot(int $shoot, \Closure $watch, array $of = [], array $adopt = [], bool $renewsLists = true): ?array
    {
        if (!$this->frames->take($shoot)) {
            return null;
        }
        $done = $noted = $after = 0;
        $folders = [];
        try {
            $main = $this->stores->at($this->stores->ofLedger())->open();
            $open = $this->open($main);
            while ([] !== $frames = $this->frames->waiting($shoot, $after, self::AT_ONCE, $of)) {
                $watch();
                $after = $frames[\count($frames) - 1]->id;
                $notes = $this->stamp($frames, $main, $open, $adopt);
                $noted += \count($notes);
                $done += \count($frames) - \count($notes);
                $folders += array_fill_keys(array_map(static fn (FrameToStamp $frame): string => $frame->folder, $frames), true);
            }
        } finally {
            $this->frames->release($shoot);
            foreach ($renewsLists && [] !== $folders ? $open ?? [] : [] as $number => $store) {
                $this->lists->renew($store->store, $number, $this->shoots->foldersAbove(array_map(strval(...), array_keys($folders))));
            }
        }

        return [$done, $noted];
    }

    /** @return array<int, OpenStore> those that are there, the main one first */
    private function open(OpenStore $main): array
    {
        $open = [$this->stores->ofLedger()->id() => $main];
        foreach ($this->stores->all() as $store) {
            try {
                $open[$store->id()] ??= $this->stores->at($store)->open();
            } catch (StoreAbsent) {
                // it is owed the change
            }
        }

        return $open;
    }

    /**
     * @param list<FrameToStamp>    $frames
     * @param array<int, OpenStore> $open
     * @param list<int>             $adopt
     *
     * @return array<int, list<string>> frame => what could not be done, in words
     */
    private function stamp(array $frames, OpenStore $main, array $open, array $adopt): array
    {
        [$made, $notes] = $this->making->make($frames, $this->keywords->of(array_map(static fn (FrameToStamp $frame): int => $frame->id, $frames)), $main->path(...), $adopt);
        $this->entries->coming($made);
        $copying = $this->copier->begin();
        $done = [];
        try {
            foreach ($made as $name => $file) {
                try {
                    $this->start($copying, $name, $file, $open);
                } catch (StoreAbsent $ends) {
                    throw $ends;
                } catch (CouldNot $failure) {
                    $notes[$file->frame->id][] = $failure->getMessage();
                }
                while ($copying->isFull()) {
                    array_push($done, ...$copying->settle(true));
                }
            }
            while (!$copying->isEmpty()) {
                array_push($done, ...$copying->settle(true));
            }
        } finally {
            $copying->abandon();
            $notes = $this->end($made, $done, $main, $open, $notes);
            array_map(static fn (StampedFile $file): bool => @unlink($file->made), $made);
        }
        $this->entries->framesDone($frames, array_map(static fn (array $some): string => implode(' ', $some), $notes));

        return $notes;
    }

    /** @param array<int, OpenStore> $open */
    private function start(Copying $copying, int $name, StampedFile $file, array $open): void
    {
        $to = [];
        foreach ($open as $number => $store) {
            $isMain = $number === array_key_first($open); // what it has there was read just now
            if (($isMain || $this->entries->isGoodAt($file, $number)) && $this->hasRoom($store, $file, $isMain)) {
                $to[$number] = $store->path($file->path());
            }
        }
        $source = new SourceFile($file->made, $file->bytes, (int) filemtime($file->made), null, $file->checksum);
        $order = CopyOrder::of($name, $source, $to, 0, 0, new Care(false, true === $file->file?->sha256))->replacing($file->replaces);
        foreach ($order->targets as $target) {
            @unlink($target->temporary); // of one who was killed: only who holds the shoot writes such
        }
        $copying->start($order, static fn (int $bytes) => null);
    }

    /**
     * A mirror without room is owed the change.
     *
     * @throws StoreAbsent where it is the main store that has none
     */
    private function hasRoom(OpenStore $store, StampedFile $file, bool $isMain): bool
    {
        try {
            $store->checkRoom($file->bytes);

            return true;
        } catch (StoreAbsent $full) {
            return $isMain ? throw $full : false;
        }
    }

    /**
     * @param list<StampedFile>        $made
     * @param list<Copied>             $done
     * @param array<int, OpenStore>    $open
     * @param array<int, list<string>> $notes
     *
     * @return array<int, list<string>>
     */
    private function end(array $made, array $done, OpenStore $main, array $open, array $notes): array
    {
        $main->confirm();
        $mainNumber = array_key_first($open);
        $entered = [];
        foreach ($done as $copied) {
            $file = $made[$copied->order->name];
            if (isset($copied->copies[$mainNumber])) {
                $entered[] = [$file, $copied];
            } else {
                $failure = $copied->failed[$mainNumber] ?? null;
                $notes[$file->frame->id][] = $failure?->getMessage() ?? 'It could not be written.';
            }
        }
        $this->entries->stamped($entered, array_map(static fn ($store): int => $store->id(), $this->stores->all()));

        return $notes;
    }
}
