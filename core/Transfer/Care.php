<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** What is done for a copy beyond reading the card once and reading every copy back. */
final readonly class Care
{
    /**
     * @param bool $readTwice whether the card is read a second time, past what memory keeps of it, and compared
     * @param bool $sha256    whether SHA-256 is worked out beside XXH128
     */
    public function __construct(public bool $readTwice = false, public bool $sha256 = false)
    {
    }
}
