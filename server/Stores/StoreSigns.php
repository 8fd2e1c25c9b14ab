<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Store\LedgerSign;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Persistence\Survival\SignRepository;

/** The sign of this ledger in the marks of the stores that it writes to. */
final readonly class StoreSigns
{
    public function __construct(private SignRepository $signs)
    {
    }

    public function sign(): LedgerSign
    {
        return $this->signs->sign();
    }

    /** Has a store that is there say that this ledger writes to it; one that another took over, or that takes no more, is left as it is. */
    public function signAt(string $path): void
    {
        $mark = StoreMark::at($path);
        $sign = $this->sign();
        if (null !== $mark?->uuid && $sign->line() !== $mark->sign?->line() && $sign->mayWriteWhere($mark->sign)) {
            StoreMark::put($path, $mark->uuid, $mark->name, $sign);
        }
    }

    /** Whether another that was made from this ledger, or this from it, writes to a folder. One of no kin may have left it: it is anybody's. */
    public function isTakenOver(string $path): bool
    {
        $stands = StoreMark::at($path)?->sign;

        return $stands?->ledger === $this->sign()->ledger && !$this->sign()->mayWriteWhere($stands);
    }

    /**
     * This ledger goes on, whichever wrote to these.
     *
     * @param list<string> $paths of stores that are there, whatever their marks say of who writes to them
     */
    public function goOnAt(array $paths): void
    {
        $marks = array_filter(array_combine($paths, array_map(StoreMark::at(...), $paths)));
        $this->signs->takeOver(max([0, ...array_map(static fn (StoreMark $mark): int => $mark->sign->turn ?? 0, array_values($marks))]));
        foreach ($marks as $path => $mark) {
            StoreMark::put($path, $mark->uuid ?? '', $mark->name, $this->sign());
        }
    }
}
