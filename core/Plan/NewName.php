<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Naming\Scope;

/** What a file will be called and where it will lie. */
final readonly class NewName
{
    /**
     * @param string   $folder from the store's root
     * @param string   $stem   that its frame's files share
     * @param int|null $number of the frame in the sequence of its name, and over what that counts
     * @param int|null $joins  the frame in the ledger that it becomes a file of; null where it is a new one's
     */
    public function __construct(public string $folder, public string $name, public string $stem, public ?int $number = null, public ?Scope $scope = null, public ?int $joins = null)
    {
    }
}
