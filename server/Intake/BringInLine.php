<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Exception\ConnectionException;
use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Persistence\HeldRepository;
use VelvetLedger\Server\Persistence\IntakeRuns;
use VelvetLedger\Server\Persistence\OwnershipLost;
use VelvetLedger\Server\Persistence\ReceiptLine;
use VelvetLedger\Server\Persistence\ReceiptRepository;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Brings in the file of one line. Whatever happens to that file ends on that line, in words; the run goes on with the next. */
final readonly class BringInLine
{
    public function __construct(
        private Copier $copier,
        private LedgerEntry $entry,
        private HeldRepository $held,
        private CopyRepository $copies,
        private ReceiptRepository $receipts,
        private IntakeRuns $runs,
        private LoggerInterface $log,
    ) {
    }

    /** @throws OwnershipLost|StoreAbsent|SourceGone|Interrupted|ConnectionException */
    public function bring(RunUnderWay $run, int $id, Readers $readers): void
    {
        try {
            $line = $this->receipts->line($id);
            $this->runs->alone($line->quickPrint() ?? "line $id", fn () => $this->bringAlone($run, $line));
        } catch (OwnershipLost|StoreAbsent|Interrupted|ConnectionException $ends) {
            throw $ends;
        } catch (\Throwable $failure) {
            $this->explain($run, $id, $failure, $readers);
        }
        $run->fileDone();
    }

    private function bringAlone(RunUnderWay $run, ReceiptLine $line): void
    {
        $held = $line->again || null === $line->quickPrint() ? null : $this->held->byPrint([$line->quickPrint()])[$line->quickPrint()][0] ?? null;
        if (null !== $held && ($line->kind->isStill() || $held->frame === $line->frame()?->id())) {
            $this->entry->isHeld($run, $line, \sprintf('held since %s as %s', $held->since, $held->path));

            return;
        }
        $run->store->checkRoom($line->bytes);
        $rival = $this->copies->at($line->intake->store, $line->to());
        if (null !== $rival) {
            $this->entry->failed($run, $line, \sprintf('The ledger has another file under the name %s, brought in as %s, whether the drive shows it or not. It was not touched.', $line->to(), $rival->file->original->path));

            return;
        }
        $source = new SourceFile(PathText::toPath($run->source.'/'.$line->path), $line->bytes, $line->modifiedAt, $line->quickPrint());
        $destination = $run->store->path($line->to());
        PublishesByClaim::takeBack($destination);
        try {
            $proven = $this->copier->copy(CopyOrder::of($source, $destination, $run->intake, $run->number), $run->moved(...));
        } catch (CouldNotPublish $taken) {
            // A run cut off between naming a file and entering it left the very file that this line is about.
            $proven = ProvenCopy::ofExisting($taken->path, $source) ?? throw $taken;
        }
        $run->store->confirmHolds($destination);
        $this->entry->broughtIn($run, $line, $proven);
    }

    /** @throws StoreAbsent|SourceGone|OwnershipLost */
    private function explain(RunUnderWay $run, int $id, \Throwable $failure, Readers $readers): void
    {
        $run->store->confirm();
        $line = $this->receipts->line($id);
        if (!is_dir($run->source)) {
            $readers->sourceOf($line->intake);
        }
        if (!$failure instanceof CouldNot) {
            $this->log->error('Receipt {receipt}: {file} could not be brought in: {reason}', ['receipt' => $run->intake, 'file' => $line->path, 'reason' => $failure->getMessage(), 'exception' => $failure]);
        } else {
            $run->store->checkRoom($line->bytes);
        }
        $this->entry->failed($run, $line, $failure instanceof CouldNot ? $failure->getMessage() : \sprintf('Something that should not happen happened to it: %s. Nothing on the card was touched; the log says more.', rtrim(mb_substr(mb_scrub($failure->getMessage(), 'UTF-8'), 0, 300), '.')));
    }
}
