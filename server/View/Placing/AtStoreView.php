<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

/** So much of what is asked for, at one store. */
final readonly class AtStoreView
{
    /** @param int|null $freeBytes null where it is away */
    public function __construct(public int $store, public string $name, public int $files, public int $bytes, public ?int $freeBytes, public bool $hasRoom)
    {
    }
}
