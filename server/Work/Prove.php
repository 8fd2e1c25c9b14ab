<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Stamp\StampInterface;
use Symfony\Component\Messenger\Stamp\TransportNamesStamp;

/** Work: to go on with proving a store again, or a part of it. What a person asked for goes before what the night asked for. */
final readonly class Prove implements Work
{
    /** @param int|null $turn see ProvingRepository::take() */
    public function __construct(public int $proving, public ?int $turn = null, public bool $byNight = false)
    {
    }

    public function inWords(): string
    {
        return "Proof $this->proving";
    }

    /** @return list<StampInterface> by which it comes into its lane */
    public function lane(): array
    {
        return $this->byNight ? [new TransportNamesStamp(['night'])] : [];
    }
}
