<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DriverException;
use Psr\Log\LoggerInterface;
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
    public function __construct(private Entries $entries, private FailedLine $failed, private TellsLanding $landings, private SidecarsFollow $stamps, private TellsRaws $raws, private Landing $landing, private AlbumEntries $albums, private LoggerInterface $log)
    {
    }

    /**
     * @param non-empty-list<Copied> $done
     *
     * @throws OwnershipLost|StoreAbsent|SourceGone|Wished when all is done for those that are in
     */
    public function end(RunUnderWay $run, Passage $passage, array $done): void
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
        $came = $this->enter($run, array_map(fn (Copied $copied): BroughtIn => $this->broughtIn($run, $passage, $copied, $along[$copied->order->name] ?? null), array_values($cameIn)), $passage);
        foreach (array_diff_key($done, $cameIn) as $copied) {
            $this->failed->explain($run, $passage->line($copied->order->name), $copied->failed[$run->stores->main]); // it may end the run
        }
        foreach ($done as $copied) {
            $passage->drop($passage->line($copied->order->name));
        }
        $frames = array_values(array_unique(array_filter(array_map(static fn (BroughtIn $file): ?int => $file->frame(), $came), \is_int(...))));
        $this->landing->landed($frames, $run->stores->all());
        $this->stamps->follow($run, $frames);
        $this->raws->cameIn($frames);
        $this->landings->landed($frames);
        foreach ($done as $copied) {
            $run->fileDone(); // it may be asked to end here
        }
    }

    /**
     * When all of a run's files are in: what a run before entered, and was cut off before it asked for their stamps and DNGs.
     *
     * @throws OwnershipLost|StoreAbsent|Interrupted|Wished
     */
    public function rest(RunUnderWay $run): void
    {
        $this->stamps->rest($run);
        $this->raws->allIn($run->intake);
        $this->albums->cameIn($run->intake);
    }

    /**
     * All in one statement; where that fails, one by one: what is wrong with one is no other's.
     *
     * @param list<BroughtIn> $came
     *
     * @return list<BroughtIn>
     */
    private function enter(RunUnderWay $run, array $came, Passage $passage): array
    {
        try {
            $this->entries->broughtIn($run->intake, $run->number, $came, $run->stores->all());

            return $came;
        } catch (OwnershipLost $ends) {
            throw $ends;
        } catch (\Throwable $failure) {
            if (self::isOfTheDatabase($failure)) {
                throw $failure; // no file's fault: the run is gone on with when the database can take it
            }
            if (1 === \count($came)) {
                $this->log->error('Receipt {receipt}: {file} could not be entered: {reason}', ['receipt' => $run->intake, 'file' => $passage->line($came[0]->line())->file->path, 'reason' => $failure->getMessage(), 'exception' => $failure]);
                $run->couldNotEnter(Unexpected::inWords($failure->getMessage()));

                return [];
            }
        }

        return array_merge(...array_map(fn (BroughtIn $one): array => $this->enter($run, [$one], $passage), $came));
    }

    /** It does not answer, has no room, or is being ended: classes 08, 53, 57 and 58 of PostgreSQL's error codes. */
    private static function isOfTheDatabase(\Throwable $failure): bool
    {
        return $failure instanceof ConnectionException || ($failure instanceof DriverException && \in_array(substr((string) $failure->getSQLState(), 0, 2), ['08', '53', '57', '58'], true));
    }

    private function broughtIn(RunUnderWay $run, Passage $passage, Copied $copied, ?Copied $along): BroughtIn
    {
        $owed = $passage->owed($copied->order->name) + array_map(static fn (CouldNot $failure): string => rtrim($failure->getMessage(), '.'), $copied->failed);
        $sidecar = $passage->sidecar($copied->order->name);
        $twin = $passage->twin($copied->order->name);
        $line = $passage->line($copied->order->name);
        $stamp = $passage->stamp($copied->order->name);

        return new BroughtIn(
            $line,
            self::held($run, $copied),
            $run->stores->main,
            $owed + $run->stores->lost(),
            trim($twin?->inWords().' '.(\is_string($stamp) ? $stamp : '')),
            $twin,
            $stamp instanceof StampedCardPicture ? new CameInStamped($stamp->read, $stamp->bytes, $stamp->written, $stamp->revision, $stamp->picture) : null,
            null === $sidecar || !isset($along->copies[$run->stores->main]) ? null : [$sidecar, self::held($run, $along)],
        );
    }

    /** Without the copies that their stores do not hold any more. */
    private static function held(RunUnderWay $run, Copied $copied): Copied
    {
        return new Copied($copied->order, $copied->written, array_filter($copied->copies, static fn (ProvenCopy $copy, int $store): bool => $run->stores->holds($store, $copy->path), \ARRAY_FILTER_USE_BOTH), $copied->failed);
    }
}
