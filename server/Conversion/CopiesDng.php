<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Conversion;

use VelvetLedger\Core\Dng\Converted;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Conversions\ConversionRow;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Copies a DNG that was made to its shoot's home and all others that have its raw and are there, beside it; each copy is proven. */
final readonly class CopiesDng
{
    public function __construct(private ConversionRepository $conversions, private Copier $copier, private Stores $stores, private Leftovers $leftovers)
    {
    }

    /** @return array{Copied, non-empty-array<int, string>} what came of it; and each store's path, the home's first */
    public function copy(ConversionRow $row, Converted $made, OpenStore $main): array
    {
        $path = substr($row->copies[0]['path'], 0, -\strlen($row->rawEnding)).$row->ending;
        $mainNumber = $this->stores->homeOf($row->shoot)->id();
        [$to, $paths] = [[$mainNumber => $main->path($path)], [$mainNumber => $path]];
        $main->checkRoom($made->bytes);
        $main->confirmOwns($main->path($path));
        $mark = $this->conversions->mark($row->id);
        foreach (array_filter($this->stores->all(), static fn (LedgerStore $store): bool => \in_array($store->id(), $row->stores, true)) as $store) {
            $paths[$store->id()] = $path;
            try {
                $open = $this->stores->at($store)->open();
                $open->checkRoom($made->bytes);
                $open->confirmOwns($open->path($path));
                $to[$store->id()] ??= $open->path($path);
                $this->leftovers->clear($open, [OpenStore::folderOf($path)], $mark);
            } catch (StoreAbsent) {
                // it is owed the DNG
            }
        }
        $copying = $this->copier->begin();
        $done = [];
        try {
            $order = CopyOrder::of($row->id, new SourceFile($made->path, $made->bytes, (int) filemtime($made->path)), $to, $mark, new Care(false, $row->sha256));
            // One that was cut off between the stores and the ledger left its DNG there: the same raw gives the same.
            $copying->start($order->replacing([Checksum::ofFile($made->path)]), static fn (int $bytes) => null);
            while (!$copying->isEmpty()) {
                array_push($done, ...$copying->settle(true));
            }
        } finally {
            $copying->abandon();
        }

        return [$done[0] ?? throw CouldNotConvert::raw($row->originalName, 'its DNG could not be copied'), $paths];
    }
}
