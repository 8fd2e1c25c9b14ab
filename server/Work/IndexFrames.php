<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: what was said of frames since is entered where they are looked for. */
final readonly class IndexFrames implements Work
{
    public function inWords(): string
    {
        return 'What frames are found by';
    }
}
