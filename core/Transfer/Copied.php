<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Failure\CouldNot;

/** What came of one order: the copies that bear their final names, each proven, and why others do not. */
final readonly class Copied
{
    /**
     * @param array<int, ProvenCopy> $copies store => copy
     * @param array<int, CouldNot>   $failed store => why it has none
     */
    public function __construct(public CopyOrder $order, public WrittenFile $written, public array $copies, public array $failed)
    {
    }
}
