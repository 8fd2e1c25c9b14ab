<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Server\Keeping\KeepsSelects;
use VelvetLedger\Server\Looking\RestsSittings;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Looks\SittingEntries;
use VelvetLedger\Server\Placing\AfterLook;

/** Has a sitting's judgements written, for a worker: not while somebody judges. */
#[AsMessageHandler]
final readonly class Rests
{
    public function __construct(private RestsSittings $rests, private SittingEntries $sittings, private KeepsSelects $selects, private LaysOut $laysOut, private AfterLook $afterLook, private Follows $follows, private MessageBusInterface $bus)
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

    /** The frames are looked at no more: what it came to is written now, and what was said of them besides. */
    public function left(Lot $lot): void
    {
        $sitting = $this->sittings->open($lot);
        if (null === $sitting) {
            $this->write($lot, []);
        } else {
            $this->askNow($sitting);
        }
    }

    public function __invoke(RestSitting $work): void
    {
        $left = RestsSittings::AFTER - $this->sittings->seconds($work->sitting);
        if (!$work->now && $left > 0) {
            $this->bus->dispatch($work, [new DelayStamp((int) ceil($left * 1000))]);

            return;
        }
        $this->sittings->rests($work->sitting);
        $lot = $this->sittings->lot($work->sitting);
        $this->write($lot, $this->rests->rest($lot));
        [$moved, $toLayOut] = $this->selects->rest($lot, AskedBy::Page);
        array_map($this->laysOut->ask(...), $toLayOut);
        if ($this->afterLook->rests($lot) || $moved > 0) {
            $this->follows->ask();
        }
    }

    /** @param list<int> $shoots and those of the lot whose frames were given keywords meanwhile */
    private function write(Lot $lot, array $shoots): void
    {
        foreach (array_unique([...$shoots, ...$this->rests->shootsWaiting($lot)]) as $shoot) {
            $this->bus->dispatch(new WriteStamps($shoot));
        }
    }
}
