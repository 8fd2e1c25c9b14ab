<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Conversion;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Dng\Conversion;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Conversions\ConversionRow;
use VelvetLedger\Server\Stamps\Scratch;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Makes the DNG of one raw that came in: from a proven copy in a store, in the scratch folder, with its frame's stamp, and
 * then at its shoot's home and all others that have the raw and are there, each copy proven; an absent store is owed it. What goes wrong
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
        private CopiesDng $copies,
        private Stores $stores,
        private PutsInList $lists,
    ) {
    }

    /** @throws StoreAbsent where no store that has the raw is there, or its home is not: it waits */
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
        $main = $this->stores->at($this->stores->homeOf($row->shoot))->open();
        $raw = $this->source($row);
        $name = $this->scratch->path('.dng');
        $made = null;
        try {
            $made = $this->conversion->convert($raw, $this->factsOf($raw), $name, $row->wanted, $row->originalName);
            touch($name, $row->modifiedAt);
            [$made, $stamp] = $this->stamps->stamp($row, $made);
            [$copied, $paths] = $this->copies->copy($row, $made, $main);
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
}
