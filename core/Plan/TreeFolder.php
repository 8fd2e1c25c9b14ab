<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** One folder of the tree that a plan results in. */
final readonly class TreeFolder
{
    /**
     * @param string $path   from the store's root
     * @param int    $frames brought into it, not into what is in it
     */
    public function __construct(public string $path, public FolderState $state, public int $frames, public int $files)
    {
    }
}
