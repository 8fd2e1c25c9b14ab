<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

/** What the database gave is not what its reader asked for: a fault of ours. */
final class WrongColumn extends \LogicException
{
    /** @param list<array-key> $there */
    public static function missing(string $column, array $there): self
    {
        return new self(\sprintf('There is no column %s among %s.', $column, implode(', ', $there)));
    }

    public static function holds(string $column, string $expected, mixed $given): self
    {
        return new self(\sprintf('%s was to be %s, and is %s.', ucfirst($column), $expected, \is_scalar($given) ? var_export($given, true) : get_debug_type($given)));
    }
}
