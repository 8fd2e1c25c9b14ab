<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use VelvetLedger\Server\Survival\RestoresDumps;

/** Opens here a ledger that was handed over by a store. */
#[AsCommand('take-over', 'Go on here with the ledger that was handed over by STORE, the folder of a store; also back in the home that it came from.')]
final class TakeOverCommand extends AtStoreCommand
{
    public function __construct(private readonly RestoresDumps $restores)
    {
        parent::__construct();
    }

    protected function at(string $store, InputInterface $input): array
    {
        $document = $this->restores->takeUp($store);

        return [\sprintf('The ledger goes on here, with %d frames in %d shoots.', $document->rows['frame'] ?? 0, $document->rows['shoot'] ?? 0)];
    }
}
