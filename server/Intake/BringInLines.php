<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Intakes\AtTheNames;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Stamps\StampsAtIntake;
use VelvetLedger\Server\Stores\StoreAbsent;

/**
 * Brings in the files of a run's lines, the next being read while those before are flushed, read back, published and
 * entered. Bytes that another run is bringing in just now come last: then it is known whether they are held.
 */
final readonly class BringInLines
{
    /** So many lines are looked up at a time. */
    private const AT_ONCE = 256;

    /** So much is stamped at a time, before it is copied, while that which comes after it is stamped, up to so much again. */
    private const BYTES_STAMPED = 128_000_000;
    private const STAMPED = 16;
    private const GROUPS_AHEAD = 8;

    /** The drive may read so much of what comes next. */
    private const BYTES_AHEAD = 64_000_000;

    public function __construct(private Copier $copier, private LineStart $start, private LineEnd $end, private AtTheNames $names, private Medium $medium, private SourceOfLine $sources, private ChecksumLists $lists, private StampsAtIntake $stamps)
    {
    }

    /**
     * @param list<WaitingFile> $lines
     *
     * @throws OwnershipLost|StoreAbsent|SourceGone|Interrupted|Wished
     */
    public function bring(RunUnderWay $run, array $lines): void
    {
        $passage = new Passage($this->copier->begin($run->folders, $run->timings));
        try {
            while ([] !== $lines) {
                $later = [];
                foreach (array_chunk($lines, self::AT_ONCE) as $some) {
                    array_push($later, ...$this->some($run, $passage, $some));
                }
                while (!$passage->copying->isEmpty()) {
                    $this->settle($run, $passage, true);
                }
                $this->wait($run, $passage);
                if (\count($later) === \count($lines)) {
                    $run->report();
                    usleep(200_000); // another run has them in hand
                }
                $lines = $later;
            }
            $this->end->rest($run);
        } finally {
            try {
                $passage->copying->abandon();
                $this->stamps->abandon();
                $this->wait($run, $passage);
            } finally {
                $this->end->close();
                $this->names->release($passage->takeAll());
            }
            $this->lists->renew($run);
        }
    }

    /**
     * What bring() does when the last of them is in, for a run that was to end just then: what is left of stamps a worker writes.
     *
     * @throws OwnershipLost|StoreAbsent|Interrupted
     */
    public function ends(RunUnderWay $run): void
    {
        try {
            $this->end->rest($run);
        } catch (Wished) {
        } finally {
            $this->lists->renew($run); // they were, before those stamps
        }
    }

    /**
     * @param list<WaitingFile> $lines
     *
     * @return list<WaitingFile> those to be asked for again later
     */
    private function some(RunUnderWay $run, Passage $passage, array $lines): array
    {
        $prints = [];
        foreach ($lines as $line) {
            if (null !== $line->file->print && !$passage->has($line->file->print)) {
                $prints[$line->file->print] = $line->file->print;
            }
        }
        $taken = $this->names->take(array_values($prints));
        $mine = $later = [];
        foreach ($lines as $line) {
            $print = $line->file->print;
            if (null === $print || isset($taken[$print])) {
                unset($taken[$print ?? '']);
                $mine[] = $line;
                if (null !== $print) {
                    $passage->take($print, $line);
                }
            } else {
                $later[] = $line;
            }
        }
        $known = $this->names->look($mine, $run->stores->main);
        $coming = array_values(array_filter($mine, static fn (WaitingFile $line): bool => null === $known[$line->line]->rival && (null === $known[$line->line]->held || $line->again)));
        $this->start->look($passage, $coming);
        $this->stamps->look($coming);
        $groups = self::groups($coming);
        $begun = 0;
        $ahead = new \ArrayIterator($mine);
        $asked = 0;
        foreach ($mine as $line) {
            for (; $ahead->valid() && $asked < self::BYTES_AHEAD; $ahead->next()) {
                if (!$ahead->current()->file->isAtHand) {
                    $this->medium->willRead($this->sources->of($run, $ahead->current())->path);
                }
                $asked += $ahead->current()->file->bytes;
            }
            $asked -= $line->file->bytes;
            while ($passage->copying->isFull()) {
                $this->settle($run, $passage, true);
            }
            if (isset($groups[0]) && $line === $groups[0][0]) {
                for (; isset($groups[$begun]) && ($begun < 2 || ($begun < self::GROUPS_AHEAD && self::bytes($groups, $begun + 1) <= 2 * self::BYTES_STAMPED)); ++$begun) {
                    $this->stamp($run, $groups[$begun]);
                }
                $since = hrtime(true);
                $this->isStamped($run, $passage, array_shift($groups));
                $run->timings->stamped($since);
                --$begun;
            }
            if (!$this->start->start($run, $passage, $line, $known[$line->line])) {
                $passage->drop($line);
                $this->names->release($passage->takeDone());
                $run->fileDone();
            }
        }
        $this->settle($run, $passage, false);

        return $later;
    }

    /**
     * As many as are stamped at a time: what lies in the scratch folder is bounded.
     *
     * @param list<WaitingFile> $lines that will come in
     *
     * @return list<non-empty-list<WaitingFile>>
     */
    private static function groups(array $lines): array
    {
        $groups = $group = [];
        $bytes = 0;
        foreach ($lines as $line) {
            if ([] !== $group && (self::STAMPED === \count($group) || $bytes + $line->file->bytes > self::BYTES_STAMPED)) {
                $groups[] = $group;
                $group = [];
                $bytes = 0;
            }
            $group[] = $line;
            $bytes += $line->file->bytes;
        }

        return [] === $group ? $groups : [...$groups, $group];
    }

    /** @param list<non-empty-list<WaitingFile>> $groups of which the first so many count */
    private static function bytes(array $groups, int $first): int
    {
        return array_sum(array_map(static fn (WaitingFile $line): int => $line->file->bytes, array_merge(...\array_slice($groups, 0, $first))));
    }

    /** @param non-empty-list<WaitingFile> $lines that will come in */
    private function stamp(RunUnderWay $run, array $lines): void
    {
        $sources = [];
        foreach ($lines as $line) {
            $sources[$line->line] = [$line, $this->sources->of($run, $line)];
        }
        $this->stamps->begin($sources, new Care($run->wanted->readTwice));
    }

    /** @param non-empty-list<WaitingFile> $lines */
    private function isStamped(RunUnderWay $run, Passage $passage, array $lines): void
    {
        foreach ($this->stamps->end(array_map(static fn (WaitingFile $line): int => $line->line, $lines), $run->timings) as $number => $stamped) {
            $passage->isStamped($number, $stamped);
        }
    }

    private function settle(RunUnderWay $run, Passage $passage, bool $wait): void
    {
        $done = $passage->copying->settle($wait);
        if ([] !== $done) {
            try {
                $this->wait($run, $passage); // the run may be asked to end here
            } finally { // these have their names, and are entered all the same
                $this->end->end($run, $passage, $done, !$passage->copying->isEmpty());
                $this->names->release($passage->takeDone());
            }
        }
        $run->report();
    }

    /** Until all that has its name is entered. */
    private function wait(RunUnderWay $run, Passage $passage): void
    {
        $this->end->wait($run, $passage);
        $this->names->release($passage->takeDone());
    }
}
