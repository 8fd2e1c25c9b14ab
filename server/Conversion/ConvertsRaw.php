<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Conversion;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Dng\Conversion;
use VelvetLedger\Core\Dng\Converted;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Persistence\ConversionRepository;
use VelvetLedger\Server\Persistence\ConversionRow;
use VelvetLedger\Server\Stamps\Scratch;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Makes the DNG of one raw that came in: from a proven copy in a store, in the scratch folder, with its frame's stamp, and
 * then at the main store and all others that are there, each copy proven; an absent store is owed it. What goes wrong
 * with it is noted, and the raw stays as it is.
 */
final readonly class ConvertsRaw
{
    public function __construct(
        private ConversionRepository $conversions,
        private Conversion $conversion,
        private FactsReader $facts,
        private StampsDng $stamps,
        private Scratch $scratch,
        private Copier $copier,
        private Stores $stores,
        private PutsInList $lists,
    ) {
    }

    /** @throws StoreAbsent where no store that has the raw is there, or the main one is not: it waits */
    public function convert(int $id): void
    {
        $row = $this->conversions->take($id);
        if (null === $row) {
            return;
        }
        $begun = microtime(true);
        try {
            $this->make($row, $begun);
        } catch (StoreAbsent $absent) {
            throw $absent;
        } catch (CouldNot $failure) {
            $this->conversions->refused($id, $failure->getMessage(), microtime(true) - $begun);
        } finally {
            $this->conversions->release($id);
        }
        $this->lists->after($row);
    }

    private function make(ConversionRow $row, float $begun): void
    {
        $main = $this->stores->at($this->stores->ofLedger())->open();
        $raw = $this->source($row);
        $name = $this->scratch->path('.dng');
        $made = null;
        try {
            $made = $this->conversion->convert($raw, $this->factsOf($raw), $name, $row->wanted, $row->originalName);
            touch($name, $row->modifiedAt);
            [$made, $stamp] = $this->stamps->stamp($row, $made);
            [$copied, $paths] = $this->copy($row, $made, $main);
            if (!isset($copied->copies[array_key_first($paths)])) {
                $failed = $copied->failed[array_key_first($paths)] ?? null;
                throw $failed ?? CouldNotConvert::raw($row->originalName, 'its DNG could not be written');
            }
            $main->confirm();
            $this->conversions->proven($row, $made, $copied, $stamp, $paths, microtime(true) - $begun);
        } finally {
            @unlink($name);
            @unlink($made->path ?? $name);
        }
    }

    /** The raw as it was proven, from the first store that has it. */
    private function source(ConversionRow $row): string
    {
        $absent = null;
        foreach ($row->copies as $copy) {
            $store = $this->stores->at($this->stores->find($copy['store']));
            try {
                $path = $store->open()->path($copy['path']);
            } catch (StoreAbsent $away) {
                $absent = $away;
                continue;
            }
            clearstatcache(true, $path);
            if (is_file($path) && filesize($path) === $row->bytes && Checksum::ofFile($path) === $row->checksum) {
                return $path;
            }
        }
        throw $absent ?? CouldNotConvert::raw($row->originalName, 'no copy of it is as the ledger has it');
    }

    private function factsOf(string $raw): CaptureFacts
    {
        try {
            return $this->facts->read($raw);
        } catch (BrokenFile|NoPicture|CouldNotRead) {
            return new CaptureFacts(); // LibRaw may know more
        }
    }

    /** @return array{Copied, non-empty-array<int, string>} what came of it; and each store's path, the main one's first */
    private function copy(ConversionRow $row, Converted $made, OpenStore $main): array
    {
        $path = substr($row->copies[0]['path'], 0, -\strlen($row->rawEnding)).$row->ending;
        $mainNumber = $this->stores->ofLedger()->id();
        [$to, $paths] = [[$mainNumber => $main->path($path)], [$mainNumber => $path]];
        $main->checkRoom($made->bytes);
        foreach ($this->stores->all() as $store) {
            $paths[$store->id()] = $path;
            try {
                $open = $this->stores->at($store)->open();
                $open->checkRoom($made->bytes);
                $to[$store->id()] ??= $open->path($path);
            } catch (StoreAbsent) {
                // it is owed the DNG
            }
        }
        $copying = $this->copier->begin();
        $done = [];
        try {
            $order = CopyOrder::of($row->id, new SourceFile($made->path, $made->bytes, (int) filemtime($made->path)), $to, 0, 0, new Care(false, $row->sha256));
            foreach ($order->targets as $target) {
                @unlink($target->temporary); // of one who was killed: only who holds the conversion writes such
            }
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
