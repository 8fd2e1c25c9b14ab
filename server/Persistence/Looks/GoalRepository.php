<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Server\Persistence\Row;

/** Owns "look_goal": how many frames are to be delivered of those that are looked at together. */
final readonly class GoalRepository
{
    public function __construct(private Connection $database)
    {
    }

    public function of(Lot $lot): ?int
    {
        return Row::numberOrNull($this->database->fetchOne('SELECT frames
            FROM look_goal
            WHERE lot = ?', [$lot->text]));
    }

    /** @param int|null $frames null where nothing is said any more */
    public function set(Lot $lot, ?int $frames): void
    {
        if (null === $frames) {
            $this->database->executeStatement('DELETE FROM look_goal WHERE lot = ?', [$lot->text]);
        } else {
            $this->database->executeStatement('INSERT INTO look_goal (lot, frames)
                VALUES (?, ?)
                ON CONFLICT (lot) DO UPDATE SET frames = excluded.frames', [$lot->text, $frames]);
        }
    }
}
