<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;

/** Temporary files of writers that were cut off: they are cleared by whoever works in their folder next; those of writers that are at it stay. */
final readonly class Leftovers
{
    public function __construct(private IntakeRuns $runs, private Locks $locks)
    {
    }

    /**
     * @param list<string>    $folders from the store's root
     * @param WriterMark|null $mine    of whoever asks, who has the lock of its work: earlier runs of that are over
     */
    public function clear(OpenStore $store, array $folders, ?WriterMark $mine = null): void
    {
        foreach (array_unique($folders) as $folder) {
            $this->clearIn(rtrim($store->path($folder), '/'), $mine);
        }
    }

    /** The same in any folder. */
    public function clearIn(string $folder, ?WriterMark $mine = null): void
    {
        $live = [];
        foreach (FolderNames::in($folder) as $name) {
            $by = WriterMark::in($name);
            if (null !== $by && !($live[$by->nameFor('')] ??= $this->isLive($by, $mine))) {
                @unlink("$folder/$name");
            }
        }
    }

    private function isLive(WriterMark $by, ?WriterMark $mine): bool
    {
        return (null === $mine || !$by->isEarlierOf($mine)) && match ($by->task) {
            Task::BringIn => $this->runs->isLive($by->about, $by->run),
            Task::MakeCopies => $this->locks->isTaken(Lock::Copies, $by->about),
            Task::Stamp => $this->locks->isTaken(Lock::Stamps, $by->about),
            Task::CopyApart => $this->locks->isTaken(Lock::Apart, $by->about),
            Task::Convert => $this->locks->isTaken(Lock::Conversion, $by->about),
            null => false,
        };
    }
}
