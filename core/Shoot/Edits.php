<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/**
 * All that was done by hand to the shoots, in the order it was done. Everything is named by frames, so that it
 * still holds when a clock is corrected or the pause is changed; what no longer means anything does nothing.
 */
final readonly class Edits
{
    /** @param list<Edit> $edits */
    public function __construct(public array $edits = [])
    {
    }

    /**
     * @param list<ProposedShoot> $shoots
     *
     * @return list<ProposedShoot> in order of their first frames
     */
    public function apply(array $shoots, Division $division): array
    {
        if ([] === $this->edits) {
            return $shoots;
        }
        $desk = new ShootDesk($shoots);
        foreach ($this->edits as $edit) {
            match ($edit->kind) {
                EditKind::Cut => $desk->cutBefore($edit->frames[0] ?? ''),
                EditKind::Join => $desk->join($edit->frames[0] ?? '', $edit->frames[1] ?? ''),
                EditKind::Move => $desk->move($edit->frames, $edit->to),
            };
        }

        return $desk->shoots($division);
    }
}
