<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

/** Which dumps of the ledger are kept: the last few, and the latest of each of the last days, weeks and months of which there are any. */
final class KeptDumps
{
    /** So many in any case: the latest is not proven yet when it is made. Of days, weeks (ISO 8601) and months, so many that have a dump. */
    private const LAST = 3;
    private const KEPT = ['Y-m-d' => 7, 'o-W' => 4, 'Y-m' => 12];

    /**
     * @param array<string, \DateTimeImmutable> $dumps when each was made, by name; in UTC
     *
     * @return list<string> names of those that are kept, the latest first
     */
    public static function of(array $dumps): array
    {
        uasort($dumps, static fn (\DateTimeImmutable $a, \DateTimeImmutable $b): int => $b <=> $a);
        $kept = array_fill_keys(\array_slice(array_keys($dumps), 0, self::LAST), true);
        foreach (self::KEPT as $span => $most) {
            $seen = [];
            foreach ($dumps as $name => $at) {
                if (\count($seen) < $most && !isset($seen[$at->format($span)])) {
                    $seen[$at->format($span)] = true;
                    $kept[$name] = true;
                }
            }
        }

        return array_values(array_filter(array_map(strval(...), array_keys($dumps)), static fn (string $name): bool => isset($kept[$name])));
    }
}
