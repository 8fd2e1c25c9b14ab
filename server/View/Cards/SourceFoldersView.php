<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

/** A folder to pick a source from, and the folders in it; where the path is empty, the places to begin at, absolute. */
final readonly class SourceFoldersView
{
    /** @param list<string> $folders */
    public function __construct(public string $path, public array $folders)
    {
    }
}
