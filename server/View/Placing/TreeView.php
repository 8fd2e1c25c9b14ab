<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

/** A shoot's folder in the tree of a later stage. */
final readonly class TreeView
{
    /**
     * @param string $path   absolute; the store's name before it where that is away
     * @param bool   $isMade its folder was made
     */
    public function __construct(public int $id, public string $name, public string $store, public string $path, public bool $isMade)
    {
    }
}
