<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** Where a planned shoot will lie. */
final readonly class ShootPlace
{
    /**
     * @param string       $folder its own, from the store's root, in which subfolders are made
     * @param int|null     $joins  number in the ledger of the shoot that it joins by the photographer's choice
     * @param list<string> $makes  folders to make in it, for it is new
     */
    public function __construct(public string $folder, public ?int $joins, public array $makes)
    {
    }
}
