<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Copies\CouldNotMend;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Persistence\NotInLedger;

/** Has copies mended, at a person's word. */
final readonly class Mends
{
    public function __construct(private Mending $mending, private MessageBusInterface $bus)
    {
    }

    /**
     * @param list<int> $copies
     *
     * @throws CouldNotMend|NotInLedger
     */
    public function ask(array $copies): void
    {
        foreach ($this->mending->ask($copies) as $store) {
            $this->bus->dispatch(new CarryOut($store->id(), $store->name()));
        }
    }
}
