<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** A frame in the ledger as a companion of it finds it: the name it has, and the files that it has already. */
final readonly class HeldFrame
{
    /**
     * @param int          $id      its number in the ledger
     * @param int          $shoot   that it lies in
     * @param string       $folder  from the store's root
     * @param string       $stem    that its files' names begin with
     * @param list<string> $endings of its files, lower case: ".orw"
     */
    public function __construct(public int $id, public int $shoot, public string $folder, public string $stem, public array $endings = [])
    {
    }
}
