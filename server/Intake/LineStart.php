<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Exception\ConnectionException;
use VelvetLedger\Core\Card\TakenFromTwin;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Cards\CardReadingRepository;
use VelvetLedger\Server\Persistence\Intakes\AtTheName;
use VelvetLedger\Server\Persistence\Intakes\Entries;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Stamps\StampedCardPicture;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Begins to bring in the file of one line. What cannot be begun ends on that line, in words; the run goes on with the next. */
final readonly class LineStart
{
    public function __construct(private Entries $entries, private SourceOfLine $sources, private FailedLine $failed, private CardReadingRepository $readings, private SidecarsAlong $sidecars)
    {
    }

    /** @param list<WaitingFile> $lines that come next */
    public function look(Passage $passage, array $lines): void
    {
        $this->sidecars->look($passage, $lines);
    }

    /**
     * @return bool whether it is on its way; else its line says what came of it
     *
     * @throws OwnershipLost|StoreAbsent|SourceGone|Interrupted|Wished
     */
    public function start(RunUnderWay $run, Passage $passage, WaitingFile $line, AtTheName $known): bool
    {
        try {
            if ($this->isHeld($run, $line, $known)) {
                return false;
            }
            if (null !== $known->rival) {
                $this->entries->failed($run->intake, $run->number, $line, \sprintf('The ledger has another file under the name %s, brought in as %s, whether the drive shows it or not. It was not touched.', $line->to, $known->rival));

                return false;
            }
            [$destinations, $owed] = $run->stores->destinations($line->to, $line->file->bytes);
            $passage->begins($line, $owed);
            try {
                $stamped = $passage->stamp($line->line);
                if (null !== $line->twin) {
                    $passage->comesFrom($line, $this->planned($run, $line, $line->twin));
                }
                $this->copy($run, $passage, $line, $stamped instanceof StampedCardPicture ? $stamped->source() : $this->sources->of($run, $line), $destinations);
            } catch (CouldNotCopy $broke) {
                $twin = $broke->isOfSource() && null === $line->twin ? $this->sources->twin($run, $line) : null;
                if (null === $twin) {
                    throw $broke;
                }
                $passage->comesFrom($line, $this->taken($run, $line, $twin, rtrim($broke->getMessage(), '.')));
                $this->copy($run, $passage, $line, $twin[0], $destinations);
            }

            return true;
        } catch (OwnershipLost|StoreAbsent|Interrupted|Wished|ConnectionException $ends) {
            throw $ends;
        } catch (\Throwable $failure) {
            $this->failed->explain($run, $line, $failure);

            return false;
        }
    }

    /**
     * That a line comes from the twin that its plan named, and how far that is seen to be the same.
     *
     * @throws CouldNotCopy where that card is away, or has another picture there
     */
    private function planned(RunUnderWay $run, WaitingFile $line, string $card): TakenFromTwin
    {
        return $this->taken($run, $line, $this->sources->twin($run, $line, $card) ?? throw CouldNotCopy::twinIsGone($line->file->path, $card), '');
    }

    /**
     * @param array{SourceFile, string} $twin
     *
     * @throws CouldNotCopy where it is another picture
     */
    private function taken(RunUnderWay $run, WaitingFile $line, array $twin, string $because): TakenFromTwin
    {
        $agreement = $this->sources->agreement($run, $line, $twin[0]);

        return $agreement->differs ? throw CouldNotCopy::twinIsAnother($line->file->path, $twin[1]) : new TakenFromTwin($twin[1], $because, $agreement->proves() ? $agreement->bytes : null);
    }

    /**
     * @param array<int, string> $destinations
     *
     * @throws CouldNotCopy
     */
    private function copy(RunUnderWay $run, Passage $passage, WaitingFile $line, SourceFile $source, array $destinations): void
    {
        $mark = WriterMark::of(Task::BringIn, $run->intake, $run->number);
        $passage->copying->start(CopyOrder::of($line->line, $source, $destinations, $mark, new Care($run->wanted->readTwice && !$passage->stamp($line->line) instanceof StampedCardPicture, $run->wanted->sha256)), $run->moved(...));
        $this->sidecars->start($run, $passage, $line, $mark);
    }

    /** By its quick print it seems to be held: all its bytes say whether it is, and then nothing is stored twice. */
    private function isHeld(RunUnderWay $run, WaitingFile $line, AtTheName $known): bool
    {
        if (null === $known->held || $line->again || !($line->file->kind->isStill() || $line->file->kind->isClip() || $known->held->frame === $line->frame)) {
            return false;
        }
        $source = $this->sources->of($run, $line);
        $stream = $source->open();
        $checksum = Checksum::ofStream($stream, static fn (int $bytes) => $run->moved(0));
        $source->confirm($stream);
        fclose($stream);
        if ($checksum !== $known->checksum) {
            return false;
        }
        $twin = null === $line->twin ? null : $this->planned($run, $line, $line->twin);
        if (null === $twin || $twin->isSeen()) {
            $this->readings->wasRead($run->intake, $line, $checksum);
        }
        $this->entries->isHeld($run->intake, $run->number, $line, \sprintf('held since %s as %s: %s', Day::of($known->held->since), $known->held->path, null === $twin ? 'read in full, and the same' : "its twin on $twin->card was read in full, and is; ".$twin->whyTheSame()));

        return true;
    }
}
