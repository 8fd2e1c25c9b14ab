<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

/**
 * Whoever changes more than one frame has their rows in the order of their numbers: two who want the same wait one for the other,
 * and never in a circle (PostgreSQL's manual, 13.3.4).
 */
final class FramesInOrder
{
    /**
     * In SQL: locks frames until the transaction ends; gives their numbers.
     *
     * @param string $which condition of theirs, without an alias
     */
    public static function lock(string $which): string
    {
        return "SELECT id FROM frame WHERE $which ORDER BY id FOR NO KEY UPDATE";
    }

    /** A condition in SQL for frames that one statement changes: all are locked before the first is. */
    public static function where(string $which): string
    {
        return 'id IN ('.self::lock($which).')';
    }
}
