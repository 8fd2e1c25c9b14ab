<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Placing\PlacingAskedRepository;

/** What was asked of many shoots at once and no worker came to: its message was lost. */
final readonly class WatchesPlaces implements Watched
{
    private const ASKED = 30;

    private Overdue $overdue;

    public function __construct(private PlacingAskedRepository $asked, private MessageBusInterface $bus, ClockInterface $clock)
    {
        $this->overdue = new Overdue($clock);
    }

    public function look(): void
    {
        if ($this->overdue->isToBeAsked('placing', $this->asked->waiting(), self::ASKED, false)) {
            $this->bus->dispatch(new PlaceShoots());
        }
    }
}
