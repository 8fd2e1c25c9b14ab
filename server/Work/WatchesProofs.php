<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;

/** Provings and comparisons that were asked for, and do not go on: whoever was at them was killed. */
final readonly class WatchesProofs implements Watched
{
    private const SECONDS = 60;

    private Overdue $overdue;

    public function __construct(private ProvingRepository $provings, private Proofs $proofs, private ClearanceRepository $cards, private Readers $readers, private MessageBusInterface $bus, ClockInterface $clock)
    {
        $this->overdue = new Overdue($clock);
    }

    public function look(): void
    {
        foreach ($this->provings->open() as $proving) {
            $left = $proving->int('files') - $proving->int('files_read');
            if (!$this->provings->isTaken($proving->id()) && $this->overdue->isToBeAsked('proof '.$proving->id(), max(1, $left), self::SECONDS, false)) {
                $this->proofs->again($proving);
            }
        }
        $names = $this->cards->comparing();
        foreach ([] === $names ? [] : $this->readers->volumes() as $volume) {
            if (\in_array($volume->identity->name(), $names, true) && $this->overdue->isToBeAsked('card '.$volume->id, 1, self::SECONDS, false)) {
                $this->bus->dispatch(new Compare($volume->id, $volume->label()));
            }
        }
    }
}
