<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\StampChanges;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;

/** Changes what frames of a shoot say, and has it written into their files. */
final readonly class ChangeStamps
{
    public function __construct(private StampChanges $changes, private KeywordRepository $vocabulary, private Restamping $restamping, private KeepsEdits $edits, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @param list<int> $frames
     *
     * @return int how many of them are of the shoot, and were changed
     */
    public function change(Shoot $shoot, array $frames, StampChange $change, AskedBy $by = AskedBy::Page): int
    {
        if ($change->isEmpty()) {
            return 0;
        }
        $words = array_values(array_unique(array_map($this->vocabulary->at(...), $change->add)));
        $changed = $this->changes->enter($shoot->id(), $by, $change->inWords(), $frames, $change->of(...), $words, $change->remove);
        if ($changed > 0) {
            $this->vocabulary->used($words, $changed * \count($words));
            $this->enterInDayBook(\sprintf('Stamps of %s changed: %s.', Count::of($changed, 'frame'), $change->inWords()), $shoot);
        }

        return $changed;
    }

    /**
     * @param \Closure(): mixed $watch
     * @param list<int>         $merge frames whose files another program changed, and which are to be merged with
     * @param list<int>         $keep  frames whose pictures another program edited: these are kept beside, and the originals come back
     * @param Slice|null        $slice after which the rest is left for another time
     *
     * @return bool whether it was done, rather than somebody else at it
     */
    public function write(int $shoot, \Closure $watch, array $merge, array $keep = [], ?Slice $slice = null): bool
    {
        $this->ledger->clear();
        if ([] !== $merge) {
            $this->changes->askAgain($shoot, ...$merge);
        }
        $kept = [] === $keep ? [] : $this->edits->shoot($shoot, $keep, $watch);
        if (null === $kept) {
            return false;
        }
        if ([] !== $keep) {
            $this->changes->stampKept($shoot, ...$keep);
        }
        $came = $this->restamping->shoot($shoot, $watch, [], $merge, true, $slice);
        $entity = $this->ledger->find(Shoot::class, $shoot);
        if (null !== $entity && [] !== $kept) {
            $this->enterInDayBook(\sprintf('Edited by another program, and kept beside the original, which is back: %s.', implode(', ', $kept)), $entity);
        }
        if (null !== $entity && null !== $came && $came[0] + $came[1] > 0) {
            $this->enterInDayBook(\sprintf('Stamped: %s.%s', Count::of($came[0], 'frame'), 0 === $came[1] ? '' : ' '.Count::of($came[1], 'frame').' could not be, or not wholly; the shoot\'s page says why.'), $entity);
        }

        return null !== $came;
    }

    private function enterInDayBook(string $what, Shoot $shoot): void
    {
        $this->ledger->persist(DayBookEntry::ofShoot($what, $shoot));
        $this->ledger->flush();
    }
}
