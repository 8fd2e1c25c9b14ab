<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

/** What would be gone with a store: files that lie there, and proven nowhere else. */
final readonly class OnlyHereView
{
    /** @param list<string> $paths from the store's root, the first of them */
    public function __construct(public int $files, public int $bytes, public array $paths)
    {
    }
}
