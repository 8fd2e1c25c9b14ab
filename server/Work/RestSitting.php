<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: what a sitting came to is asked of the frames' stamps, once it rests. */
final readonly class RestSitting implements Work
{
    /** @param bool $now whether it was left, rather than rests of itself */
    public function __construct(public int $sitting, public bool $now = false)
    {
    }

    public function inWords(): string
    {
        return 'What a first look came to';
    }
}
