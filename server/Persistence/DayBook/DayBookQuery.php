<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\DayBook;

/** Which entries of the day book are asked for: all, or those about a card, a shoot, a store, of one kind. */
final readonly class DayBookQuery
{
    public function __construct(public ?DayBookKind $kind = null, public int $card = 0, public int $shoot = 0, public int $store = 0)
    {
    }

    /** @return array{string, list<int|string>} */
    public function where(): array
    {
        $where = ['true'];
        $of = [];
        if (null !== $this->kind) {
            $where[] = 'e.kind = ?';
            $of[] = $this->kind->value;
        }
        foreach (['card_id' => $this->card, 'store_id' => $this->store] as $column => $id) {
            if ($id > 0) {
                $where[] = "e.$column = ?";
                $of[] = $id;
            }
        }
        if ($this->shoot > 0) {
            $where[] = '(e.shoot_id = ? OR e.intake_id IN (SELECT f.intake_id FROM frame f WHERE f.shoot_id = ?))';
            array_push($of, $this->shoot, $this->shoot);
        }

        return [implode(' AND ', $where), $of];
    }
}
