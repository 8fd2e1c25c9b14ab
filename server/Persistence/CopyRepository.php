<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\EntityManagerInterface;

/** Finds copies by where they lie. */
final readonly class CopyRepository
{
    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    public function at(LedgerStore $store, string $path): ?Copy
    {
        return $this->ledger->getRepository(Copy::class)->findOneBy(['store' => $store, 'path' => $path]);
    }
}
