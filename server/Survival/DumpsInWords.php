<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRow;
use VelvetLedger\Server\Stores\Stores;

/** What is said of the ledger's dumps, from the rows of those that there are. */
final readonly class DumpsInWords
{
    /** Days after which the latest proven dump is an old one, where anything changed since. */
    private const OLD = 2;

    /** Minutes after the first intake within which the first dump is made. */
    private const FIRST = 60;

    public function __construct(private DumpRepository $dumps, private Stores $stores, private Locks $locks, private ClockInterface $clock)
    {
    }

    public function sentence(): string
    {
        $latest = $this->dumps->latest();
        if (null === $latest) {
            return trim('This ledger was not dumped yet: it lies on this machine alone. '.$this->underWay());
        }
        $names = $this->stores->names();
        $has = array_values(array_intersect_key($names, array_flip($latest->stores)));
        $lacks = array_values($this->lacks($latest));

        return implode(' ', array_filter([
            \sprintf('The ledger was dumped on %s (%s).', $this->at($latest->document->at()), Size::of($latest->document->bytes)),
            $this->proof($latest),
            [] === $has ? 'No store has it: it lies on this machine alone.' : \sprintf('It lies at %s.', Names::of($has)),
            [] === $lacks ? '' : \sprintf('%s %s owed it.', Names::of($lacks), 1 === \count($lacks) ? 'is' : 'are'),
            $this->underWay(),
        ], static fn (string $part): bool => '' !== $part));
    }

    /** Whether one is made, carried or proven, or asked for. */
    public function isUnderWay(): bool
    {
        return '' !== $this->underWay();
    }

    private function underWay(): string
    {
        return match (true) {
            $this->locks->isTaken(Lock::Dumps, 0) => 'A dump is being made, carried and proven just now.',
            $this->dumps->isAskedFor() => 'A dump is asked for: it comes when a worker is free.',
            default => '',
        };
    }

    /** What is to be done about it, as sentences; null where nothing is. */
    public function warning(): ?string
    {
        $latest = $this->dumps->latest();
        $lacks = null === $latest ? [] : $this->lacks($latest);
        $warnings = [$this->ofTheLatest($latest)];
        foreach ($this->dumps->troubles() as $trouble) {
            if (null === $trouble['store'] || isset($lacks[$trouble['store']])) {
                $warnings[] = \sprintf('%s That was on %s; it is tried again by itself.', $trouble['because'], $this->at($trouble['at']));
            }
        }
        $warnings = array_filter($warnings, \is_string(...));

        return [] === $warnings ? null : implode(' ', $warnings);
    }

    /** @return array<int, string> names, by number, of stores in use that do not have it */
    private function lacks(DumpRow $dump): array
    {
        return array_diff_key($this->stores->names(), array_flip($dump->stores));
    }

    private function ofTheLatest(?DumpRow $latest): ?string
    {
        $proven = $this->dumps->latestProven();

        return match (true) {
            null === $latest && !$this->dumps->hasIntakeBefore($this->clock->now()->modify('-'.self::FIRST.' minutes')) => null, // it is only just begun
            null === $latest => 'The ledger itself was not dumped yet: were this machine lost, so would be all that is known of the frames.',
            null !== $latest->because => \sprintf('The dump of the ledger of %s is not proven: %s.', $this->at($latest->document->at()), rtrim($latest->because, '.')),
            [] === $latest->stores => \sprintf('The dump of the ledger of %s is at no store.', $this->at($latest->document->at())),
            null === $proven => null, // it is being proven for the first time
            $proven->document->at() < $this->clock->now()->modify('-'.self::OLD.' days') && $this->dumps->isBehind() => 'The ledger changed since, and its latest proven dump is of '.$this->at($proven->document->at()).'.',
            default => null,
        };
    }

    private function proof(DumpRow $dump): string
    {
        return match (true) {
            null !== $dump->because => 'It is not proven: '.rtrim($dump->because, '.').'.',
            null !== $dump->provenAt => \sprintf('Restored into a scratch database on %s, it was as the ledger.', $this->at($dump->provenAt)),
            default => 'It is not proven yet.',
        };
    }

    private function at(\DateTimeImmutable $time): string
    {
        return Day::withTime($time, $this->clock->now()->getTimezone());
    }
}
