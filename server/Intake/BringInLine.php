<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Exception\ConnectionException;
use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Entries;
use VelvetLedger\Server\Persistence\IntakeRuns;
use VelvetLedger\Server\Persistence\OwnershipLost;
use VelvetLedger\Server\Persistence\ReceiptRepository;
use VelvetLedger\Server\Persistence\WaitingFile;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Brings in the file of one line. Whatever happens to that file ends on that line, in words; the run goes on with the next. */
final readonly class BringInLine
{
    public function __construct(private Copier $copier, private Entries $entries, private IntakeRuns $runs, private ReceiptRepository $receipts, private Readers $readers, private LoggerInterface $log)
    {
    }

    /** @throws OwnershipLost|StoreAbsent|SourceGone|Interrupted|ConnectionException */
    public function bring(RunUnderWay $run, WaitingFile $waiting): void
    {
        try {
            $this->runs->alone($waiting->file->print ?? "line $waiting->line", fn () => $this->bringAlone($run, $waiting));
        } catch (OwnershipLost|StoreAbsent|Interrupted|ConnectionException $ends) {
            throw $ends;
        } catch (\Throwable $failure) {
            $this->explain($run, $waiting, $failure);
        }
        $run->fileDone();
    }

    private function bringAlone(RunUnderWay $run, WaitingFile $waiting): void
    {
        $known = $this->entries->look($waiting, $run->storeId);
        if (null !== $known->held && !$waiting->again && ($waiting->file->kind->isStill() || $known->held->frame === $waiting->frame)) {
            $this->entries->isHeld($run->intake, $run->number, $waiting, $known->held);

            return;
        }
        $run->store->checkRoom($waiting->file->bytes);
        if (null !== $known->rival) {
            $this->entries->failed($run->intake, $run->number, $waiting, \sprintf('The ledger has another file under the name %s, brought in as %s, whether the drive shows it or not. It was not touched.', $waiting->to, $known->rival));

            return;
        }
        $source = new SourceFile(PathText::toPath($run->source.'/'.$waiting->file->path), $waiting->file->bytes, $waiting->file->modifiedAt, $waiting->file->print);
        $destination = $run->store->path($waiting->to);
        PublishesByClaim::takeBack($destination);
        try {
            $proven = $this->copier->copy(CopyOrder::of($source, $destination, $run->intake, $run->number), $run->moved(...));
        } catch (CouldNotPublish $taken) {
            // A run cut off between naming a file and entering it left the very file that this line is about.
            $proven = ProvenCopy::ofExisting($taken->path, $source) ?? throw $taken;
        }
        $run->store->confirmHolds($destination);
        $this->entries->broughtIn($run->intake, $run->number, $waiting, $proven);
    }

    /** @throws StoreAbsent|SourceGone|OwnershipLost */
    private function explain(RunUnderWay $run, WaitingFile $waiting, \Throwable $failure): void
    {
        $run->store->confirm();
        if ($failure instanceof CouldNotCopy) {
            $this->readers->confirm($this->receipts->find($run->intake), $run->source);
        }
        if ($failure instanceof CouldNot) {
            $run->store->checkRoom($waiting->file->bytes);
        } else {
            $this->log->error('Receipt {receipt}: {file} could not be brought in: {reason}', ['receipt' => $run->intake, 'file' => $waiting->file->path, 'reason' => $failure->getMessage(), 'exception' => $failure]);
        }
        $this->entries->failed($run->intake, $run->number, $waiting, $failure instanceof CouldNot ? $failure->getMessage() : \sprintf('Something that should not happen happened to it: %s. Nothing on the card was touched; the log says more.', Unexpected::inWords($failure->getMessage())));
    }
}
