<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use VelvetLedger\Server\Survival\HandsOver;

/** Closes the ledger here, whole at a store, so that another machine opens it from there. */
#[AsCommand('hand-over', 'Hand the ledger over to another machine by STORE, the folder of a store that both see; it is closed here.')]
final class HandOverCommand extends AtStoreCommand
{
    public function __construct(private readonly HandsOver $hands)
    {
        parent::__construct();
    }

    protected function at(string $store, InputInterface $input): array
    {
        return [$this->hands->by($store)];
    }
}
