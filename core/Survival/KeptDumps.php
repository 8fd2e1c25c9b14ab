<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

/**
 * Which dumps of the ledger are kept: of those that were proven the last few, and the latest of each of the last days, weeks and months of
 * which there are any; of those that were not, the last few, which take no other's place.
 */
final class KeptDumps
{
    private const LAST = 3;

    /** Of days, weeks (ISO 8601) and months, so many that have a dump. */
    private const KEPT = ['Y-m-d' => 7, 'o-W' => 4, 'Y-m' => 12];

    /**
     * @param array<string, \DateTimeImmutable> $dumps    when each was made, by name; in UTC
     * @param list<string>                      $unproven names of those that were not proven
     *
     * @return list<string> names of those that are kept, the latest first
     */
    public static function of(array $dumps, array $unproven = []): array
    {
        uasort($dumps, static fn (\DateTimeImmutable $a, \DateTimeImmutable $b): int => $b <=> $a);
        $not = array_intersect_key($dumps, array_flip($unproven));
        $proven = array_diff_key($dumps, $not);
        $kept = \array_slice($proven, 0, self::LAST, true) + \array_slice($not, 0, self::LAST, true);
        foreach (self::KEPT as $span => $most) {
            $seen = [];
            foreach ($proven as $name => $at) {
                if (\count($seen) < $most && !isset($seen[$at->format($span)])) {
                    $seen[$at->format($span)] = true;
                    $kept[$name] = $at;
                }
            }
        }

        return array_map(strval(...), array_keys(array_intersect_key($dumps, $kept)));
    }
}
