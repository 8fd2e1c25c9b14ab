<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** To make the small pictures of frames that came in, while their files are fresh. Nobody waits for it, and nothing is lost without it. */
final readonly class Land
{
    /** @param list<int> $frames */
    public function __construct(public array $frames)
    {
    }
}
