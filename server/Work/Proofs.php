<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRow;

/** Asks for proofs: by people, by the night, and again where a proving was cut off. However often it is asked for, one goes on with it. */
final readonly class Proofs
{
    public function __construct(private ProvingRepository $provings, private MessageBusInterface $bus)
    {
    }

    /** @return int the proving's number */
    public function ask(int $store, ?int $shoot = null, ?int $days = null, \DateTimeImmutable $at = new \DateTimeImmutable()): int
    {
        $proving = $this->provings->ask($store, $shoot, $days, $at);
        $this->again($this->provings->find($proving));

        return $proving;
    }

    public function again(ProvingRow $proving): void
    {
        $prove = new Prove($proving->id(), $this->provings->turn($proving->id()), null !== $proving->days());
        $this->bus->dispatch($prove, $prove->lane());
    }
}
