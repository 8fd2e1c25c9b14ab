<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\StoreMark;

/** The dumps of ledgers that lie at a store, told by their documents. */
final class DumpsAtStore
{
    /**
     * @param string                  $store folder of it
     * @param \DateTimeImmutable|null $at    those of then or before
     *
     * @return non-empty-array<string, DumpDocument> by name, the latest first; where several ledgers' lie there, of that which writes to the store now
     *
     * @throws CouldNotRestore
     */
    public static function ofItsLedger(string $store, ?\DateTimeImmutable $at): array
    {
        $all = self::of($store, $at);
        $ledger = StoreMark::at($store)?->sign?->ledger;
        $its = array_filter($all, static fn (DumpDocument $document): bool => $document->ledger === $ledger);

        return [] === $its ? $all : $its;
    }

    /**
     * @param string                  $store folder of it
     * @param \DateTimeImmutable|null $at    those of then or before
     *
     * @return non-empty-array<string, DumpDocument> by name, the latest first
     *
     * @throws CouldNotRestore
     */
    public static function of(string $store, ?\DateTimeImmutable $at): array
    {
        $folder = rtrim($store, '/').'/'.DumpDocument::FOLDER;
        $found = $broken = [];
        foreach (DumpDocument::namesIn($folder) as $name) {
            try {
                $found[$name] = DumpDocument::read((string) @file_get_contents("$folder/$name".DumpDocument::DOCUMENT));
            } catch (BadDocument $no) {
                $broken[] = "The document of the dump $name cannot be read: {$no->getMessage()}";
            }
        }
        if ([] === $found) {
            throw [] === $broken ? CouldNotRestore::noDump($folder) : CouldNotRestore::noneWhole($broken);
        }
        $found = array_filter($found, static fn (DumpDocument $document): bool => null === $at || $document->at() <= $at);
        uasort($found, static fn (DumpDocument $a, DumpDocument $b): int => $b->at() <=> $a->at());

        return [] === $found ? throw CouldNotRestore::noneSoOld(null === $at ? '' : $at->format('Y-m-d H:i')) : $found;
    }

    /** Where a dump lies. */
    public static function file(string $store, string $name): string
    {
        return rtrim($store, '/').'/'.DumpDocument::FOLDER.'/'.$name.DumpDocument::DUMP;
    }
}
