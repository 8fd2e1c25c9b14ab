<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Copies\MakesTrees;
use VelvetLedger\Server\Persistence\Placing\PlacingAskedRepository;

/** What was asked of many shoots at once and no worker came to, for its message was lost; and folders of shoots that are to be made in trees of later stages. */
final readonly class WatchesPlaces implements Watched
{
    private const ASKED = 30;

    private Overdue $overdue;

    public function __construct(private PlacingAskedRepository $asked, private MakesTrees $trees, private MessageBusInterface $bus, ClockInterface $clock)
    {
        $this->overdue = new Overdue($clock);
    }

    public function look(): void
    {
        if ($this->overdue->isToBeAsked('placing', $this->asked->waiting(), self::ASKED, false)) {
            $this->bus->dispatch(new PlaceShoots());
        }
        $this->trees->make();
    }
}
