<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Row;

/** Owns "look_picked": frames that were picked for a first look, wherever they lie. The same ones are one lot, so that their sitting goes on. */
final readonly class PickedEntries
{
    /** Older ones that nothing was judged in are forgotten. */
    private const KEPT = 200;

    public function __construct(private Connection $database)
    {
    }

    /** @param non-empty-list<int> $frames */
    public function lot(array $frames, string $called): Lot
    {
        sort($frames);
        $of = ArrayLiteral::of(array_unique($frames));
        $known = Row::numberOrNull($this->database->fetchOne('SELECT id FROM look_picked WHERE frames = ?::int[]', [$of]));
        $id = $known ?? Row::number($this->database->fetchOne('INSERT INTO look_picked (called, frames, picked_at) VALUES (?, ?::int[], now()) RETURNING id', [$called, $of]));
        $this->database->executeStatement("DELETE FROM look_picked p WHERE id <= ? AND NOT EXISTS (SELECT 1 FROM look_sitting s WHERE s.lot = 'picked-' || p.id)", [$id - self::KEPT]);

        return Lot::picked($id);
    }
}
