<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Core\Transfer\WrittenFile;

/** That a file came in with a stamp: what was read of the card's, how long it is now, what of it is ours, and the digest of its picture, which is the card's. */
final readonly class CameInStamped
{
    public function __construct(public WrittenFile $read, public int $bytes, public Written $written, public int $revision, public string $picture)
    {
    }
}
