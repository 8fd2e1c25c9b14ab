<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

/**
 * Many values as one that is sent and planned for, where "IN (?, ?, …)" would have a parameter for each: what
 * "= ANY(CAST(? AS int[]))" is given (PostgreSQL's manual, 8.15.2, array value input).
 */
final class ArrayLiteral
{
    /** @param array<int|string> $values */
    public static function of(array $values): string
    {
        // One pass over all: there may be 200,000, and no value of PostgreSQL's holds the byte 0.
        return [] === $values ? '{}' : '{"'.str_replace("\0", '","', addcslashes(implode("\0", $values), '"\\')).'"}';
    }
}
