<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRow;
use VelvetLedger\Server\Persistence\Survival\SignRepository;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Hands the ledger over to another machine by a store that both see: it is dumped there and proven, then closed here, and only then does the dump say
 * that it may be taken over. Cut anywhere it is handed over or it is not, and is when that is said once more.
 */
final readonly class HandsOver
{
    public function __construct(private EntityManagerInterface $ledger, private Stores $stores, private ReceiptRepository $receipts, private KeepsDumps $dumps, private DumpRepository $rows, private SignRepository $signs, private ClockInterface $clock)
    {
    }

    /**
     * @param string $folder of the store, as it is mounted here
     *
     * @return string what is to be done next, in a sentence
     *
     * @throws CouldNotHandOver|CouldNotDump|StoreAbsent
     */
    public function by(string $folder): string
    {
        $store = $this->storeAt($folder);
        $closed = $this->signs->handedOver();
        if (null !== $closed && $closed->by !== $store->name()) {
            throw CouldNotHandOver::closed($closed);
        }
        // Once it is closed nothing changes any more: what was dumped before is all of it.
        $dump = null === $closed ? $this->dump($store) : $this->rows->latestProven() ?? throw CouldNotHandOver::closed($closed);
        if (null === $closed) {
            $this->signs->close($store->name(), $this->clock->now());
        }
        $document = rtrim($folder, '/').'/'.DumpDocument::FOLDER.'/'.$dump->name.DumpDocument::DOCUMENT;
        if (!ChecksumList::put($document, $dump->document->handedOver()->text())) {
            throw CouldNotHandOver::notWritten($document, $store->name());
        }

        return \sprintf('The ledger is closed here, and handed over by %1$s. On the other machine, where %1$s is attached: bin/ledger take-over FOLDER, then bin/ledger start; FOLDER is the folder of %1$s as it is mounted there. Here it opens again when it is handed back in the same way, or with bin/ledger goes-on, if it was not opened there.', $store->name());
    }

    private function dump(LedgerStore $store): DumpRow
    {
        $underWay = $this->receipts->underWay();
        if ([] !== $underWay) {
            throw CouldNotHandOver::underWay($underWay[0]->id());
        }
        $this->ledger->persist(DayBookEntry::ofStore(\sprintf('The ledger is handed over by %s.', $store->name()), $store));
        $this->ledger->flush();
        [$dump, $failed] = $this->dumps->keep(true);
        if (null === $dump->provenAt || !\in_array($store->id(), $dump->stores, true)) {
            throw CouldNotHandOver::notDumped($failed[$store->name()] ?? $dump->because ?? 'it is not there', $store->name());
        }

        return $dump;
    }

    private function storeAt(string $folder): LedgerStore
    {
        $mark = StoreMark::at($folder);
        foreach ($this->stores->all() as $store) {
            if ($store->uuid === $mark?->uuid) {
                return $store;
            }
        }
        throw CouldNotHandOver::noStore($folder);
    }
}
