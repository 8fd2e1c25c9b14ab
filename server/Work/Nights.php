<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;

/** By night, on an idle machine, a share of each store that is to be proven within so many days is proven. */
final readonly class Nights
{
    private const HOURS = [1, 2, 3, 4, 5];
    private const IDLE_LOAD = 0.7;

    /** @param \Closure(): (float|null) $load processes that want a processor, on average over a minute; null where that is not told */
    public function __construct(private ProvingRepository $provings, private Proofs $proofs, private ClockInterface $clock, private \Closure $load)
    {
    }

    public static function onThisMachine(ProvingRepository $provings, Proofs $proofs, ClockInterface $clock): self
    {
        return new self($provings, $proofs, $clock, static function (): ?float {
            $load = sys_getloadavg();

            return false === $load ? null : $load[0];
        });
    }

    public function prove(LedgerStore $store): void
    {
        $now = $this->clock->now();
        $days = $store->nightlyDays();
        if (null !== $days && \in_array((int) $now->format('G'), self::HOURS, true) && (($this->load)() ?? \INF) < self::IDLE_LOAD && !$this->provings->hadAShareSince($store->id(), $now->modify('-20 hours'))) {
            $this->proofs->ask($store->id(), null, $days, $now);
        }
    }
}
