<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Input\InputInterface;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\DeskReadings;
use VelvetLedger\Server\Orders\NoSuchOrder;
use VelvetLedger\Server\Orders\OrderBook;

/** The standing order that a command names, or that its source was last brought in by. */
final readonly class OrderArgument
{
    public function __construct(private OrderBook $orders, private DeskReadings $readings)
    {
    }

    /** @throws NoSuchOrder|CouldNotList */
    public function of(InputInterface $input, CardsOnDesk $desk): StandingOrder
    {
        $name = $input->getOption('order');

        return \is_string($name) ? $this->orders->find($name) : $this->orders->lastUsedFor($desk->first(), ...$this->readings->whole($desk)->frames);
    }
}
