<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Survival\FoundShoot;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Survival\FoundEntries;
use VelvetLedger\Server\Stores\Stores;

/**
 * Enters what was found of a shoot in the folders of stores: every copy is read, and what is as the lists or tables say is proven; what is
 * not differs, whatever else is known. A shoot is entered whole or not at all, so that a run which was cut goes on with the shoots that it did
 * not reach.
 */
final readonly class EntersFound
{
    public function __construct(
        private EntityManagerInterface $ledger,
        private Stores $stores,
        private FrameReader $reader,
        private FoundEntries $entries,
        private FoundRows $rows,
        private PlacingRepository $places,
        private OwingRepository $owing,
    ) {
    }

    /**
     * @param array<int, string> $roots of the stores that are there, the main one first
     *
     * @return list<string> what is wrong with some of it, in sentences
     */
    public function enter(array $roots, FoundShoot $found): array
    {
        [$frames, $said] = $this->read($roots, $found);
        if ([] === $frames) {
            return $said;
        }
        $this->ledger->wrapInTransaction(function () use ($frames, $found, $roots): void {
            [$date, $description] = $this->entries->shootIn($found->folder) ?? [$found->date ?? substr($frames[0]->frame->at->local, 0, 10), $found->description];
            $shoot = $this->rows->shoot($found->folder, $date, $description);
            $this->places->settle($this->home($roots, $found, $frames));
            if ('' !== $found->says('filed')) {
                $this->places->file([$shoot->id()], true);
            }
            foreach (self::byStore($frames) as $store => $some) {
                $this->rows->enter($this->stores->find($store), $shoot, $some);
            }
            $this->entries->said($shoot->id(), $found);
            $this->owing->settle([$shoot->id()], 'it was not there when the ledger was made anew');
        });
        $this->ledger->clear();

        return $said;
    }

    /**
     * @param array<int, string> $roots
     *
     * @return array{list<FoundFrame>, list<string>}
     */
    private function read(array $roots, FoundShoot $found): array
    {
        $frames = $said = [];
        foreach ($found->frames() as $files) {
            $read = [];
            foreach ($files as $file) {
                try {
                    $read[] = $one = ReadFound::at($roots, $file);
                    foreach ($one->copies as $store => $copy) {
                        if ($copy[1] !== $one->checksum) {
                            $said[] = \sprintf('%s: %s is not as %s: %s.', $this->stores->find($store)->name(), $file->path, [] === $file->said ? 'its list says' : 'its list or its table say', $one->isWhole() ? 'another store has it whole' : 'no store that is there has it whole');
                        }
                    }
                } catch (CouldNotCopy $no) {
                    $said[] = $no->getMessage();
                }
            }
            if ([] !== $read) {
                $frames[] = new FoundFrame($read, $roots, $this->reader);
            }
        }

        return [$frames, $said];
    }

    /**
     * Where a shoot that is new here is at home: as its table says; else at the main store, unless that is there and has nothing of it.
     *
     * @param array<int, string>         $roots
     * @param non-empty-list<FoundFrame> $frames
     */
    private function home(array $roots, FoundShoot $found, array $frames): int
    {
        $said = array_search($found->says('home'), $this->stores->names(), true);
        $main = $this->stores->ofLedger()->id();
        $have = [];
        foreach ($frames as $frame) {
            foreach ($frame->files as $read) {
                $have += $read->copies;
            }
        }

        return match (true) {
            false !== $said => $said,
            isset($roots[$main]) && !isset($have[$main]) => $frames[0]->files[0]->store,
            default => $main,
        };
    }

    /**
     * @param list<FoundFrame> $frames
     *
     * @return array<int, non-empty-list<FoundFrame>> by the store that their first file was taken from
     */
    private static function byStore(array $frames): array
    {
        $by = [];
        foreach ($frames as $frame) {
            $by[$frame->files[0]->store][] = $frame;
        }

        return $by;
    }
}
