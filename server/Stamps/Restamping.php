<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\Copying;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;
use VelvetLedger\Server\Persistence\Stamps\StampedFile;
use VelvetLedger\Server\Persistence\Stamps\StampEntries;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Gives files in shoots the stamps that their frames are to bear: at their shoot's home and all others that have them and are there the same
 * bytes, each in one step and proven; an absent store is owed the change.
 */
final readonly class Restamping
{
    private const AT_ONCE = 64;

    public function __construct(
        private StampQueue $frames,
        private FrameKeywords $keywords,
        private MakesStamped $making,
        private StampEntries $entries,
        private Copier $copier,
        private Stores $stores,
        private Leftovers $leftovers,
        private ListsOfStore $lists,
    ) {
    }

    /**
     * Null where somebody else is at it.
     *
     * @param \Closure(): mixed $watch asked between frames; what it throws ends it where it is
     * @param list<int>         $of    these frames only, where any are given
     * @param list<int>         $adopt frames whose files another program changed since, and which are to be merged with
     * @param Slice|null        $slice after which it ends between frames; to the end of all, where none is given
     *
     * @return array{int, int}|null frames whose files say what they should; of which some do not
     *
     * @throws StoreAbsent where its home is not there: nothing is lost, it waits
     */
    public function shoot(int $shoot, \Closure $watch, array $of = [], array $adopt = [], bool $renewsLists = true, ?Slice $slice = null): ?array
    {
        $mark = $this->frames->take($shoot);
        if (null === $mark) {
            return null;
        }
        $done = $noted = $after = 0;
        $folders = [];
        try {
            $open = $this->stores->openFor($shoot);
            while ([] !== $frames = $this->frames->waiting($shoot, $after, self::AT_ONCE, $of)) {
                $watch();
                $after = $frames[\count($frames) - 1]->id;
                $in = array_values(array_unique(array_map(static fn (FrameToStamp $frame): string => $frame->folder, $frames)));
                foreach ($renewsLists ? $open : [] as $store) {
                    $this->leftovers->clear($store, array_values(array_diff($in, array_keys($folders))), $mark);
                }
                $notes = $this->stamp($frames, $open, $adopt, $mark);
                $noted += $notes;
                $done += \count($frames) - $notes;
                $folders += array_fill_keys($in, true);
                if (true === $slice?->isOver()) {
                    break;
                }
            }
        } finally {
            $this->frames->release($shoot);
            foreach ($renewsLists && [] !== $folders ? $open ?? [] : [] as $number => $store) {
                $this->lists->renew($store, $number, array_map(strval(...), array_keys($folders)));
            }
        }

        return [$done, $noted];
    }

    /**
     * @param list<FrameToStamp>              $frames
     * @param non-empty-array<int, OpenStore> $open   the main one first
     * @param list<int>                       $adopt
     *
     * @return int how many frames a note says of why they could not be stamped
     */
    private function stamp(array $frames, array $open, array $adopt, WriterMark $mark): int
    {
        [$made, $notes] = $this->making->make($frames, $this->keywords->of(array_map(static fn (FrameToStamp $frame): int => $frame->id, $frames)), $open, $adopt);
        $this->entries->coming($made);
        $copying = $this->copier->begin();
        $done = [];
        try {
            foreach ($made as $name => $file) {
                try {
                    $this->start($copying, $name, $file, $open, $mark);
                } catch (StoreAbsent $ends) {
                    throw $ends;
                } catch (CouldNot $failure) {
                    $notes->add($file->frame, $failure);
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
            $this->end($made, $done, $open, $notes);
            array_map(static fn (StampedFile $file) => $file->made->discard(), $made);
        }
        $this->frames->settle($frames, $notes->rows());

        return $notes->frames();
    }

    /** @param non-empty-array<int, OpenStore> $open */
    private function start(Copying $copying, int $name, StampedFile $file, array $open, WriterMark $mark): void
    {
        $to = [];
        foreach ($open as $number => $store) {
            $isMain = $number === array_key_first($open); // what it has there was read just now
            if (($isMain || $file->frame->belongsAt($number) && $this->entries->isGoodAt($file, $number)) && $this->hasRoom($store, $file, $isMain)) {
                $to[$number] = $store->path($file->path());
            }
        }
        $order = CopyOrder::of($name, $file->made, $to, $mark, new Care(false, true === $file->file?->sha256))->replacing($file->replaces);
        $copying->start($order, static fn (int $bytes) => null);
    }

    /**
     * A mirror without room, or whose folder is not its own, is owed the change.
     *
     * @throws StoreAbsent where it is the main store
     */
    private function hasRoom(OpenStore $store, StampedFile $file, bool $isMain): bool
    {
        try {
            $store->confirmOwns($store->path($file->path()));
            $store->checkRoom($file->bytes());

            return true;
        } catch (StoreAbsent $full) {
            return $isMain ? throw $full : false;
        }
    }

    /**
     * @param list<StampedFile>               $made
     * @param list<Copied>                    $done
     * @param non-empty-array<int, OpenStore> $open
     */
    private function end(array $made, array $done, array $open, StampNotes $notes): void
    {
        $main = array_key_first($open);
        $open[$main]->confirm();
        $entered = [];
        foreach ($done as $copied) {
            $file = $made[$copied->order->name];
            if (isset($copied->copies[$main])) {
                $entered[] = [$file, $copied];
            } else {
                $notes->add($file->frame, $copied->failed[$main] ?? CouldNotStamp::embed($file->path(), 'it could not be written'));
            }
        }
        $this->entries->enterFindings($notes->findings());
        $this->entries->stamped($entered);
    }
}
