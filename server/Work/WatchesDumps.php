<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Pace\Beat;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Survival\KeepsDumps;

/**
 * When the ledger is to be dumped: when something changed, and nothing has for a minute; not more often than so, but for work that does
 * not rest, by the hour. What a store lacks of the latest dump it gets when it is back.
 */
final class WatchesDumps implements Watched
{
    /** Seconds: in which nothing changes, between two dumps, and after which it is dumped although work goes on. */
    private const REST = 60;
    private const BETWEEN = 600;
    private const LATEST = 3600;

    private ?int $begun = null;
    private int $changed = -1;
    private int $since = 0;
    private int $asked = 0;
    private string $for = '';
    private readonly Beat $beat;

    public function __construct(private readonly DumpRepository $dumps, private readonly KeepsDumps $keeps, private readonly MessageBusInterface $bus, private readonly ClockInterface $clock)
    {
        $this->beat = new Beat($clock, 15);
    }

    public function look(): void
    {
        if (!$this->beat->isDue()) {
            return;
        }
        $now = $this->clock->now()->getTimestamp();
        $changed = $this->dumps->changed();
        if ($changed !== $this->changed) {
            [$this->changed, $this->since] = [$changed, $now];
        }
        $latest = $this->dumps->latest();
        $this->begun ??= $now;
        $age = $now - (null === $latest ? $this->begun : $latest->document->at()->getTimestamp());
        $isBehind = $changed !== $latest?->changed;
        $owed = null === $latest ? [] : $this->keeps->owed($latest);
        $for = match (true) {
            $isBehind && ($age > self::LATEST || ((null === $latest || $age > self::BETWEEN) && $now - $this->since >= self::REST)) => 'the ledger',
            [] !== $owed => 'the stores '.implode(', ', $owed),
            default => '',
        };
        if ('' !== $for && ($for !== $this->for || $now - $this->asked >= self::BETWEEN)) {
            [$this->asked, $this->for] = [$now, $for];
            $this->bus->dispatch(new KeepDump());
        } elseif ('' === $for) {
            $this->for = '';
        }
    }
}
