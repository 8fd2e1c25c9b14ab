<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

/** How far the copying of a few pictures to a folder is. */
final readonly class Apart
{
    /** @param list<string> $failed why files were not copied, in sentences */
    public function __construct(public int $files, public int $done, public array $failed, public bool $ended)
    {
    }
}
