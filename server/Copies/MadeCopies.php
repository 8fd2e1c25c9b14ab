<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\Copying;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Makes copies at one store from proven ones at others. One that turns out not to be what the ledger has of it is marked so, and the next is tried. */
final readonly class MadeCopies
{
    public function __construct(private CopyRepository $copies, private Copier $copier, private Stores $stores, private CopiesOnCards $onCards)
    {
    }

    /**
     * @param list<CopyRow>        $wanted at $store
     * @param \Closure(int): mixed $moved
     * @param WriterMark           $mark   of whoever has the store's copies to itself
     *
     * @return array<int, string|null> copy => null where it is there now and proven, or why it is not
     *
     * @throws StoreAbsent where the store leaves; what was made is entered
     */
    public function make(OpenStore $store, array $wanted, \Closure $moved, WriterMark $mark): array
    {
        $sources = $this->copies->proven(array_values(array_unique(array_map(static fn (CopyRow $copy): int => $copy->file, $wanted))));
        $made = $findings = [];
        $copying = $this->copier->begin();
        try {
            foreach ($wanted as $copy) {
                $store->checkRoom($copy->bytes);
                $because = $this->start($copying, $store, $copy, $sources[$copy->file] ?? [], $moved, $mark);
                if (null !== $because) {
                    $made[$copy->id] = $because;
                }
                while ($copying->isFull()) {
                    $this->settle($copying->settle(true), $store, $made, $findings);
                }
            }
            $left = array_values(array_filter($wanted, static fn (CopyRow $copy): bool => isset($made[$copy->id])));
            foreach ($this->onCards->of(array_map(static fn (CopyRow $copy): int => $copy->file, $left)) as $file => [, $source]) {
                foreach (array_filter($left, static fn (CopyRow $copy): bool => $copy->file === $file) as $copy) {
                    if ($this->startFromCard($copying, $store, $copy, $source, $moved, $mark)) {
                        unset($made[$copy->id]);
                    }
                    while ($copying->isFull()) {
                        $this->settle($copying->settle(true), $store, $made, $findings);
                    }
                }
            }
            while (!$copying->isEmpty()) {
                $this->settle($copying->settle(true), $store, $made, $findings);
            }
        } finally {
            $copying->abandon();
            $this->copies->enter($findings);
        }

        return $made;
    }

    /**
     * @param list<CopyRow>        $sources
     * @param \Closure(int): mixed $moved
     */
    private function start(Copying $copying, OpenStore $store, CopyRow $copy, array $sources, \Closure $moved, WriterMark $mark): ?string
    {
        $out = $store->leadsOut($copy->folder());
        if (null !== $out) {
            return StoreAbsent::leading($out);
        }
        $because = 'no other proven copy is there to make it from';
        foreach ($sources as $source) {
            try {
                $from = $source->store === $copy->store ? null : $this->stores->at($this->stores->find($source->store))->open();
                $elsewhere = $from?->leadsOut($source->folder());
            } catch (StoreAbsent) {
                continue;
            }
            if (null === $from) {
                continue;
            }
            $path = $from->path($source->path);
            if (null !== $elsewhere) {
                $this->copies->enter([Finding::differs($source->id, null, StoreAbsent::leading($elsewhere))->atPath($source->path)]);
                continue;
            }
            clearstatcache(true, $path);
            $stat = @lstat($path);
            if (false === $stat || $stat['size'] !== $copy->bytes) {
                $because = \sprintf('%s is not what the ledger has of it', $path);
                $this->copies->enter([(false === $stat ? Finding::missing($source->id) : Finding::differs($source->id, null, \sprintf('it has %d bytes where the ledger has %d', $stat['size'], $copy->bytes)))->atPath($source->path)]);
                continue;
            }
            try {
                $copying->start(self::order($store, $copy, new SourceFile($path, $copy->bytes, $stat['mtime'], null, $copy->checksum), $mark), $moved);

                return null;
            } catch (CouldNotCopy $failure) {
                $because = rtrim($failure->getMessage(), '.');
                $this->suspect($source, $failure);
            }
        }

        return $because;
    }

    /**
     * Where no store has a good one, and a card in a reader has it yet: whether it could be begun.
     *
     * @param \Closure(int): mixed $moved
     */
    private function startFromCard(Copying $copying, OpenStore $store, CopyRow $copy, SourceFile $source, \Closure $moved, WriterMark $mark): bool
    {
        try {
            if (null !== $store->leadsOut($copy->folder())) {
                return false;
            }
            $copying->start(self::order($store, $copy, $source, $mark), $moved);

            return true;
        } catch (CouldNotCopy) {
            return false; // what stands on the card is not it
        }
    }

    private static function order(OpenStore $store, CopyRow $copy, SourceFile $source, WriterMark $mark): CopyOrder
    {
        $order = CopyOrder::of($copy->id, $source, [$copy->store => $store->path($copy->path)], $mark);

        return null === $copy->last ? $order : $order->replacing([$copy->last]);
    }

    /** The copy that was to be made from may be the bad one. */
    private function suspect(CopyRow $source, CouldNotCopy $failure): void
    {
        if (null !== $failure->readInstead()) {
            $this->copies->enter([Finding::differs($source->id, $failure->readInstead(), 'its bytes are not those that the ledger has of it')]);
        }
    }

    /**
     * @param list<\VelvetLedger\Core\Transfer\Copied> $done
     * @param array<int, string|null>                  $made
     * @param list<Finding>                            $findings
     */
    private function settle(array $done, OpenStore $store, array &$made, array &$findings): void
    {
        foreach ($done as $copied) {
            $copy = array_values($copied->copies)[0] ?? false;
            $failure = array_values($copied->failed)[0] ?? null;
            if (false !== $copy) {
                $store->confirmHolds($copy->path);
                $findings[] = Finding::proven($copied->order->name, $copied->written->checksum);
                $made[$copied->order->name] = null;
            } elseif ($failure instanceof CouldNot) {
                $store->confirm();
                if ($failure instanceof CouldNotPublish && $failure->isChanged) {
                    $findings[] = Finding::differs($copied->order->name, null, $failure->reason()); // not owed, but bad: to be mended, which keeps what is there
                }
                $made[$copied->order->name] = rtrim($failure->getMessage(), '.');
            }
        }
    }
}
