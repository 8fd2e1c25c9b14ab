<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to write into the files of a shoot what their frames are to say. */
final readonly class WriteStamps implements Work
{
    /** @param list<int> $merge frames whose files another program changed since, and which are to be merged with */
    public function __construct(public int $shoot, public array $merge = [])
    {
    }

    public function inWords(): string
    {
        return "The stamps of shoot $this->shoot";
    }
}
