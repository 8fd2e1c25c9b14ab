<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\BoxFile;

/** One box of an ISO base media file: its type, and where its contents lie. */
final readonly class Box
{
    /** @param string $type four characters, for a 'uuid' box the 16 bytes of its extended type in hexadecimal */
    public function __construct(public string $type, public int $at, public int $length)
    {
    }
}
