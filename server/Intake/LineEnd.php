<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DriverException;
use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Persistence\Intakes\BroughtIn;
use VelvetLedger\Server\Persistence\Intakes\CameInStamped;
use VelvetLedger\Server\Persistence\Intakes\Entries;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;
use VelvetLedger\Server\Placing\Landing;
use VelvetLedger\Server\Stamps\StampedCardPicture;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Enters what came of files that were on their way, many at a time: published first, entered then, so that a cut between the two is made good by the next run. */
final readonly class LineEnd
{
    /** So few are entered at once: nothing is gained by going on meanwhile. */
    private const MANY = 32;

    public function __construct(private Entries $entries, private FailedLine $failed, private TellsLanding $landings, private SidecarsFollow $stamps, private TellsRaws $raws, private Landing $landing, private AlbumEntries $albums, private LoggerInterface $log)
    {
    }

    /**
     * What was entered beside that has to be waited for before.
     *
     * @param non-empty-list<Copied> $done
     * @param bool                   $goesOn whether there is more to do meanwhile: then these are entered beside that, and wait() is to be called
     *
     * @throws OwnershipLost|StoreAbsent|SourceGone|Wished when all is done for those that are in
     */
    public function end(RunUnderWay $run, Passage $passage, array $done, bool $goesOn): void
    {
        $run->stores->confirm();
        $along = [];
        foreach ($done as $i => $copied) {
            if (null !== $copied->order->after) {
                $along[$copied->order->after] = $copied;
                unset($done[$i]);
            }
        }
        $cameIn = array_filter($done, static fn (Copied $copied): bool => !isset($copied->failed[$run->stores->main]));
        $held = self::held($run, [...$cameIn, ...$along]);
        $files = array_map(fn (Copied $copied): BroughtIn => $this->broughtIn($run, $passage, $held, $copied, $along[$copied->order->name] ?? null), array_values($cameIn));
        $coming = new ComingIn($done, array_diff_key($done, $cameIn), $files);
        if ($goesOn && \count($files) >= self::MANY && $this->entries->comeIn($run->intake, $run->number, $files, $run->stores->all())) {
            $passage->coming = $coming;
        } else {
            $this->ended($run, $passage, $coming, $this->enter($run, fn () => $this->entries->broughtIn($run->intake, $run->number, $files, $run->stores->all()), $files, $passage));
        }
    }

    /**
     * Until what is being entered is.
     *
     * @throws OwnershipLost|StoreAbsent|SourceGone|Wished when all is done for those that are in
     */
    public function wait(RunUnderWay $run, Passage $passage): void
    {
        $coming = $passage->coming;
        if (null !== $coming) {
            $passage->coming = null;
            $this->ended($run, $passage, $coming, $this->enter($run, fn () => $this->entries->areIn($run->intake, $run->number), $coming->files, $passage));
        }
    }

    /** Nothing is entered beside anything any more. */
    public function close(): void
    {
        $this->entries->close();
    }

    /** @param list<BroughtIn> $came */
    private function ended(RunUnderWay $run, Passage $passage, ComingIn $coming, array $came): void
    {
        foreach ($coming->failed as $copied) {
            $this->failed->explain($run, $passage->line($copied->order->name), $copied->failed[$run->stores->main]); // it may end the run
        }
        foreach ($coming->done as $copied) {
            $passage->drop($passage->line($copied->order->name));
        }
        $frames = BroughtIn::frames($came);
        $this->landing->landed($frames, $run->stores->all());
        $this->stamps->follow($run, BroughtIn::frames(array_filter($came, static fn (BroughtIn $file): bool => $file->waiting->isToBeStamped)));
        $this->raws->cameIn(BroughtIn::frames(array_filter($came, static fn (BroughtIn $file): bool => Kind::StillRaw === $file->waiting->file->kind)));
        $this->landings->landed($frames);
        foreach ($coming->done as $copied) {
            $run->fileDone(); // it may be asked to end here
        }
    }

    /**
     * When all of a run's files are in: what a run before entered, and was cut off before it had them owed elsewhere and asked for their stamps and DNGs.
     *
     * @throws OwnershipLost|StoreAbsent|Interrupted|Wished
     */
    public function rest(RunUnderWay $run): void
    {
        $this->landing->allIn($run->intake, $run->stores->all());
        $this->raws->allIn($run->intake);
        $this->albums->cameIn($run->intake);
        $this->stamps->rest($run); // last, for it may be asked to end here
    }

    /**
     * All at once; where that fails, one by one: what is wrong with one is no other's.
     *
     * @param \Closure(): void $enter all of them
     * @param list<BroughtIn>  $files
     *
     * @return list<BroughtIn>
     */
    private function enter(RunUnderWay $run, \Closure $enter, array $files, Passage $passage): array
    {
        try {
            $enter();

            return $files;
        } catch (OwnershipLost $ends) {
            throw $ends;
        } catch (\Throwable $failure) {
            if (self::isOfTheDatabase($failure)) {
                throw $failure; // no file's fault: the run is gone on with when the database can take it
            }
            if (1 === \count($files)) {
                $this->log->error('Receipt {receipt}: {file} could not be entered: {reason}', ['receipt' => $run->intake, 'file' => $passage->line($files[0]->waiting->line)->file->path, 'reason' => $failure->getMessage(), 'exception' => $failure]);
                $run->couldNotEnter(Unexpected::inWords($failure->getMessage()));

                return [];
            }
        }

        return array_merge(...array_map(fn (BroughtIn $one): array => $this->enter($run, fn () => $this->entries->broughtIn($run->intake, $run->number, [$one], $run->stores->all()), [$one], $passage), $files));
    }

    /** It does not answer, has no room, or is being ended: classes 08, 53, 57 and 58 of PostgreSQL's error codes. */
    private static function isOfTheDatabase(\Throwable $failure): bool
    {
        return $failure instanceof ConnectionException || ($failure instanceof DriverException && \in_array(substr((string) $failure->getSQLState(), 0, 2), ['08', '53', '57', '58'], true));
    }

    /** @param array<int, array<array-key, int>> $held store => path of a copy that it holds => any */
    private function broughtIn(RunUnderWay $run, Passage $passage, array $held, Copied $copied, ?Copied $along): BroughtIn
    {
        $owed = $passage->owed($copied->order->name) + array_map(static fn (CouldNot $failure): string => rtrim($failure->getMessage(), '.'), $copied->failed);
        $sidecar = $passage->sidecar($copied->order->name);
        $twin = $passage->twin($copied->order->name);
        $line = $passage->line($copied->order->name);
        $stamp = $passage->stamp($copied->order->name);

        return new BroughtIn(
            $line,
            self::asHeld($held, $copied),
            $run->stores->main,
            $owed + $run->stores->lost(),
            trim($twin?->inWords().' '.(\is_string($stamp) ? $stamp : '')),
            $twin,
            $stamp instanceof StampedCardPicture ? new CameInStamped($stamp->read, $stamp->bytes, $stamp->written, $stamp->revision, $stamp->picture) : null,
            null === $sidecar || !isset($along->copies[$run->stores->main]) ? null : [$sidecar, self::asHeld($held, $along)],
        );
    }

    /**
     * @param list<Copied> $done
     *
     * @return array<int, array<array-key, int>> store => path of a copy that it holds => any
     */
    private static function held(RunUnderWay $run, array $done): array
    {
        $paths = [];
        foreach ($done as $copied) {
            foreach ($copied->copies as $store => $copy) {
                $paths[$store][] = $copy->path;
            }
        }
        foreach ($paths as $store => $files) {
            $paths[$store] = array_flip($run->stores->holding($store, $files));
        }

        return $paths;
    }

    /**
     * Without the copies that their stores do not hold any more.
     *
     * @param array<int, array<array-key, int>> $held
     */
    private static function asHeld(array $held, Copied $copied): Copied
    {
        return new Copied($copied->order, $copied->written, array_filter($copied->copies, static fn (ProvenCopy $copy, int $store): bool => isset($held[$store][$copy->path]), \ARRAY_FILTER_USE_BOTH), $copied->failed);
    }
}
