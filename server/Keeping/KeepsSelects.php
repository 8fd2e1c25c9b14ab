<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\Selects;
use VelvetLedger\Core\Keeping\SelectsStanding;
use VelvetLedger\Core\Keeping\SelectsStep;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Order\SelectsHow;
use VelvetLedger\Server\Copies\SelectsAsCopies;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Looks\SelectsRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;

/** Keeps a shoot's selects in their subfolder as they are judged again: those that came to belong go there, those that do not any more go back. */
final readonly class KeepsSelects
{
    public function __construct(private MovesSelects $moves, private SelectsRepository $selects, private LookRepository $frames, private ShootRepository $shoots, private SelectsAsCopies $copies)
    {
    }

    public function step(Shoot $shoot, Selects $selects): SelectsStep
    {
        return $selects->step($this->frames->looked(Lot::shoots($shoot->id())), $this->selects->folders($shoot->id()), $shoot->folder);
    }

    public function standing(Shoot $shoot): SelectsStanding
    {
        $selects = $this->selects->of($shoot->id());
        $byOrder = $this->selects->byOrder($shoot->id());
        if (null === $selects) {
            return new SelectsStanding(null, $byOrder);
        }
        if (SelectsHow::Moved === $selects->how) {
            $step = $this->step($shoot, $selects);

            return new SelectsStanding($selects, $byOrder, $step->lie, $step->toMove());
        }
        $files = $this->copies->standing($shoot, $selects);

        return new SelectsStanding($selects, $byOrder, $files['lie'], $files['toMake'] + $files['toTake'], $files['otherwise']);
    }

    /**
     * From now on, beginning at once; copies are made and taken away by a worker.
     *
     * @return int how many frames were moved
     *
     * @throws CouldNotRename nothing is moved, and it is not kept in step
     */
    public function keep(Shoot $shoot, Selects $selects, AskedBy $by): int
    {
        $moved = SelectsHow::Moved === $selects->how ? $this->move($shoot, $selects, $by) : 0;
        $this->selects->keep($shoot->id(), $selects);

        return $moved;
    }

    /**
     * When a first look rests.
     *
     * @return array{int, list<int>} how many frames are moved; a shoot that refuses stays as it is, which its page says; and shoots whose selects are to be laid out
     */
    public function rest(Lot $lot, AskedBy $by): array
    {
        $moved = 0;
        $toLayOut = [];
        foreach ($this->selects->shootsOf(array_map(static fn (LookedAt $frame): int => $frame->id, $this->frames->looked($lot, true))) as $id) {
            $selects = $this->selects->of($id);
            if (null !== $selects && SelectsHow::Moved !== $selects->how) {
                $toLayOut[] = $id;
                continue;
            }
            try {
                $moved += null === $selects ? 0 : $this->move($this->shoots->find($id), $selects, $by);
            } catch (CouldNotRename) {
                // a name that is taken there: what is to be moved is told by the rows, and why when it is asked for
            }
        }

        return [$moved, $toLayOut];
    }

    /** @throws CouldNotRename */
    private function move(Shoot $shoot, Selects $selects, AskedBy $by): int
    {
        $step = $this->step($shoot, $selects);

        return $this->moves->into($shoot, $step->in, $selects->subfolder, $by) + $this->moves->back($shoot, $step->back, $by);
    }
}
