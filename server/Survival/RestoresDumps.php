<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Survival\SignRepository;
use VelvetLedger\Server\Tools\PgPrograms;

/**
 * Makes a ledger from the dumps at a store: the latest, or the latest up to a time, that is whole. It is restored beside, held against what
 * must be in it, and only then takes the place of the ledger of this home, which had nothing in it.
 */
final readonly class RestoresDumps
{
    public function __construct(private Connection $database, private PgPrograms $programs, private RestoresBeside $beside)
    {
    }

    /**
     * @param string $store folder of the store
     *
     * @return array{DumpDocument, list<string>} what was restored, and in sentences why not the dumps that came before it
     *
     * @throws CouldNotRestore
     */
    public function restore(string $store, ?\DateTimeImmutable $at): array
    {
        $this->refuseToLose();
        $beside = $this->programs->name().'_restored';
        $because = [];
        foreach ($this->dumps($store, $at) as $name => $document) {
            $file = rtrim($store, '/').'/'.DumpDocument::FOLDER.'/'.$name.DumpDocument::DUMP;
            $why = $this->beside->into($beside, $file, $document);
            if (null === $why) {
                $this->takeOver($beside, StoreMark::at($store)->sign->turn ?? 0);
                $this->takePlace($beside);

                return [$document, $because];
            }
            $because[] = "The dump $name was left out: $why.";
        }
        $this->programs->drop($beside);
        throw CouldNotRestore::noneWhole($because);
    }

    /** @return non-empty-array<string, DumpDocument> by name, the latest first */
    private function dumps(string $store, ?\DateTimeImmutable $at): array
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

    /** The restored one is another than that which was dumped, if that should still go on somewhere; of dumps of an earlier version it becomes so with its tables. */
    private function takeOver(string $restored, int $latestTurn): void
    {
        $database = $this->programs->connect($restored);
        try {
            if (true === $database->fetchOne("SELECT EXISTS (SELECT 1 FROM information_schema.columns WHERE table_name = 'ledger_identity' AND column_name = 'turn')")) {
                SignRepository::takeOverIn($database, $latestTurn);
            }
        } finally {
            $database->close();
        }
    }

    /** A home that has frames keeps them, whatever stands at a store. */
    private function refuseToLose(): void
    {
        $hasTable = $this->database->fetchOne("SELECT to_regclass('public.frame') IS NOT NULL");
        $frames = true === $hasTable ? Row::number($this->database->fetchOne('SELECT count(*) FROM frame')) : 0;
        if ($frames > 0) {
            throw CouldNotRestore::hasFrames($frames);
        }
    }

    private function takePlace(string $restored): void
    {
        $name = $this->programs->name();
        $this->database->close();
        $server = $this->programs->connect('postgres');
        try {
            // Cut in between, this home has no ledger, and is restored as before.
            $server->executeStatement('DROP DATABASE IF EXISTS '.$server->quoteSingleIdentifier($name).' WITH (FORCE)');
            $server->executeStatement('ALTER DATABASE '.$server->quoteSingleIdentifier($restored).' RENAME TO '.$server->quoteSingleIdentifier($name));
        } finally {
            $server->close();
        }
    }
}
