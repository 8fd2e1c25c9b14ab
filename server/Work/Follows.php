<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Stores\Stores;

/** Has each store that is owed anything follow what was changed just now; one that is away follows when it is back. */
final readonly class Follows
{
    public function __construct(private StepRepository $steps, private Stores $stores, private MessageBusInterface $bus)
    {
    }

    public function ask(): void
    {
        foreach (array_keys($this->steps->owed()) as $store) {
            $this->bus->dispatch(new CarryOut($store, $this->stores->find($store)->name()));
        }
    }
}
