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
        return '{'.implode(',', array_map(static fn (int|string $value): string => \is_int($value) ? (string) $value : '"'.addcslashes($value, '"\\').'"', $values)).'}';
    }
}
