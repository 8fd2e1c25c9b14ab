<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Server\Persistence\IntakeRuns;

/** Temporary files of runs that were cut off: they are cleared by whoever works in their folder next. */
final readonly class Leftovers
{
    public function __construct(private IntakeRuns $runs)
    {
    }

    /** @param list<string> $folders from the store's root */
    public function clear(OpenStore $store, array $folders): void
    {
        $live = [];
        foreach (array_unique($folders) as $folder) {
            foreach (FolderNames::in(rtrim($store->path($folder), '/')) as $name) {
                $by = CopyOrder::leftBy($name);
                if (null !== $by && !($live[implode('-', $by)] ??= 0 !== $by[0] && $this->runs->isLive(...$by))) {
                    @unlink(rtrim($store->path($folder), '/').'/'.$name);
                }
            }
        }
    }
}
