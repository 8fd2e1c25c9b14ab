<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use VelvetLedger\Server\Looking\RestsSittings;
use VelvetLedger\Server\Persistence\Looks\SittingEntries;

/** Has a sitting's judgements written, for a worker: not while somebody judges. */
#[AsMessageHandler]
final readonly class Rests
{
    public function __construct(private RestsSittings $rests, private SittingEntries $sittings, private MessageBusInterface $bus)
    {
    }

    public function ask(int $sitting): void
    {
        $this->bus->dispatch(new RestSitting($sitting), [new DelayStamp(RestsSittings::AFTER * 1000)]);
    }

    /** It is left. */
    public function askNow(int $sitting): void
    {
        $this->bus->dispatch(new RestSitting($sitting, true));
    }

    public function __invoke(RestSitting $work): void
    {
        $left = RestsSittings::AFTER - $this->sittings->seconds($work->sitting);
        if (!$work->now && $left > 0) {
            $this->bus->dispatch($work, [new DelayStamp((int) ceil($left * 1000))]);

            return;
        }
        $this->sittings->rests($work->sitting);
        foreach ($this->rests->rest($this->sittings->lot($work->sitting)) as $shoot) {
            $this->bus->dispatch(new WriteStamps($shoot));
        }
    }
}
