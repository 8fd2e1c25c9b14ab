<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\CopyState;

/** A copy that is missing or different, and whether there is another to mend it from. */
final readonly class BadCopyView
{
    public int $id;
    public int $store;
    public int $shoot;
    public string $path;
    public int $bytes;
    public CopyState $state;
    public string $because;
    /** Where a file of its bytes was found since, from the store's root. */
    public ?string $foundPath;
    /** Whether it is being mended. */
    public bool $isToMend;

    /** @param list<string> $good names of the stores that have a good one; where none has, the card in a reader that may have it */
    public function __construct(CopyRow $copy, public string $storeName, public array $good)
    {
        $this->id = $copy->id;
        $this->store = $copy->store;
        $this->shoot = $copy->shoot;
        $this->path = $copy->path;
        $this->bytes = $copy->bytes;
        $this->state = $copy->state;
        $this->because = $copy->because;
        $this->foundPath = $copy->foundPath;
        $this->isToMend = $copy->isToMend;
    }
}
