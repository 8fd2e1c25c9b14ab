<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

/** What a store holds and is owed, and how long ago its copies were proven. */
final readonly class StoreSums
{
    /**
     * @param int                 $proven    copies whose last proof held
     * @param int                 $owed      still to be made
     * @param int                 $bad       missing or different
     * @param ChangesOwed         $changes   that it has not followed yet
     * @param int                 $bytes     of the proven ones
     * @param int                 $owedBytes of those owed
     * @param list<MonthOfProofs> $ages      the proven ones by the month of their last proof, the earliest first
     */
    public function __construct(public int $proven, public int $owed, public int $bad, public ChangesOwed $changes, public int $bytes, public int $owedBytes, public ?string $oldestProof, public array $ages)
    {
    }
}
