<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Intakes\Entries;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Says on a line why its file did not come in; unless it was the card or the main store that left, which ends the run. */
final readonly class FailedLine
{
    public function __construct(private Entries $entries, private ReceiptRepository $receipts, private Readers $readers, private LoggerInterface $log)
    {
    }

    /** @throws StoreAbsent|SourceGone|OwnershipLost */
    public function explain(RunUnderWay $run, WaitingFile $line, \Throwable $failure): void
    {
        $run->stores->main()->confirm();
        if ($failure instanceof CouldNotCopy) {
            $this->readers->confirm($this->receipts->find($run->intake), $run->source);
        }
        if ($failure instanceof CouldNot) {
            $run->stores->main()->checkRoom($line->file->bytes);
        } else {
            $this->log->error('Receipt {receipt}: {file} could not be brought in: {reason}', ['receipt' => $run->intake, 'file' => $line->file->path, 'reason' => $failure->getMessage(), 'exception' => $failure]);
        }
        $this->entries->failed(
            $run->intake,
            $run->number,
            $line,
            $failure instanceof CouldNot ? $failure->getMessage() : \sprintf('Something that should not happen happened to it: %s. Nothing on the card was touched; the log says more.', Unexpected::inWords($failure->getMessage())),
            $failure instanceof CouldNotCopy && $failure->isOfSource(),
        );
    }
}
