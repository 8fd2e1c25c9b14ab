<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\ListsOfStore;

/** After a run, however it ended: the checksum lists of the shoots that files came into, on every store that has them. */
final readonly class ChecksumLists
{
    public function __construct(private ReceiptRepository $receipts, private ListsOfStore $lists)
    {
    }

    public function renew(RunUnderWay $run): void
    {
        $folders = $this->receipts->foldersOf($this->receipts->find($run->intake));
        foreach ($run->stores->open() as $number => $store) {
            $this->lists->renew($store, $number, $folders);
        }
    }
}
