<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to write into the files of a shoot what their frames are to say. */
final readonly class WriteStamps implements Work
{
    /**
     * @param list<int> $merge frames whose files another program changed since, and which are to be merged with
     * @param list<int> $keep  frames whose pictures another program edited, and which are to be kept beside their originals
     */
    public function __construct(public int $shoot, public array $merge = [], public array $keep = [])
    {
    }

    public function inWords(): string
    {
        return "The stamps of shoot $this->shoot";
    }
}
