<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

/** What is wrong with copies. */
final readonly class FindingsView
{
    /**
     * @param list<BadCopyView> $copies
     * @param bool              $looking   whether the drives are being looked through for those that are missing
     * @param bool              $following whether what was found is being read, for the ledger to have it where it is
     * @param list<int>         $copying   receipts that are being copied just now: mending waits for them
     */
    public function __construct(public array $copies, public bool $looking = false, public bool $following = false, public array $copying = [])
    {
    }
}
