<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

/** A keyword that some of many frames bear, and how many. */
final readonly class CommonKeywordView
{
    /** @param list<string> $path */
    public function __construct(public int $id, public array $path, public int $frames)
    {
    }
}
