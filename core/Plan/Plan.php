<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Order\Samples;

/** All that an intake will do, before any of it is done: a line for every file on the card. */
final readonly class Plan
{
    public Totals $totals;

    /**
     * @param list<PlannedShoot> $shoots
     * @param list<PlanLine>     $lines    of one shoot after the other, then of what is in none
     * @param list<Problem>      $problems
     * @param list<TreeFolder>   $tree     the folders that result, a parent before what is in it
     * @param list<BodyClock>    $clocks
     * @param Samples|null       $samples  of the desk's order, for the first frame; null where there is none
     */
    public function __construct(public array $shoots, public array $lines, public array $problems, public array $tree, public array $clocks, public ?Samples $samples)
    {
        $this->totals = Totals::of($lines);
    }

    /**
     * What becomes of the files of one card, where several lie on the desk; of all where it lies there alone.
     *
     * @param string $id names the card with its contents
     *
     * @return list<PlanLine>
     */
    public function linesOf(string $id): array
    {
        return array_values(array_filter($this->lines, static fn (PlanLine $line): bool => ($line->file->card->id ?? $id) === $id));
    }

    /** @return list<PlannedShoot> those that a card has frames of, as in linesOf() */
    public function shootsOf(string $id): array
    {
        $of = $this->shootsByFrame();
        $ids = [];
        foreach ($this->linesOf($id) as $line) {
            $ids[$of[$line->frame?->key()]->id ?? ''] = true;
        }

        return array_values(array_filter($this->shoots, static fn (PlannedShoot $shoot): bool => isset($ids[$shoot->id])));
    }

    /** @return array<array-key, PlannedShoot> key of a frame, or of what comes along => its shoot */
    public function shootsByFrame(): array
    {
        $found = [];
        foreach ($this->shoots as $shoot) {
            $found += array_fill_keys([...$shoot->frames->keys, ...$shoot->frames->along], $shoot);
        }

        return $found;
    }
}
