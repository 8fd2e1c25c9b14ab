<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Core\Words\Day;
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
        foreach (DumpsAtStore::ofItsLedger($store, $at) as $name => $document) {
            $file = DumpsAtStore::file($store, $name);
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

    /**
     * The ledger that was handed over by a store goes on here: in an empty home, or in place of what is known of it here since it was handed over the other way.
     *
     * @throws CouldNotRestore
     */
    public function takeUp(string $store): DumpDocument
    {
        $dumps = DumpsAtStore::ofItsLedger($store, null);
        $name = array_key_first($dumps);
        $document = $dumps[$name];
        if (!$document->isHandedOver) {
            throw CouldNotRestore::notHandedOver($store, Day::withTime($document->at()));
        }
        $beside = $this->programs->name().'_restored';
        $because = $this->beside->into($beside, DumpsAtStore::file($store, $name), $document);
        if (null !== $because) {
            $this->programs->drop($beside);
            throw CouldNotRestore::noneWhole(["The dump $name is not whole: $because. Hand over once more there."]);
        }
        $no = match (true) {
            $this->isOpenedSince($beside, $store) => CouldNotRestore::isOpenElsewhere($store),
            $this->frames() > 0 && !$this->isContinuedIn($beside, $document) => CouldNotRestore::isAnother(),
            default => null,
        };
        if (null !== $no) {
            $this->programs->drop($beside);
            throw $no;
        }
        $this->takeOver($beside, StoreMark::at($store)->sign->turn ?? 0);
        $this->takePlace($beside);

        return $document;
    }

    /** Whether the store's mark says that somebody wrote to it since it was handed over. */
    private function isOpenedSince(string $beside, string $store): bool
    {
        $restored = $this->programs->connect($beside);
        try {
            return (StoreMark::at($store)->sign->turn ?? 0) > Row::number($restored->fetchOne('SELECT turn FROM ledger_identity'));
        } finally {
            $restored->close();
        }
    }

    /** Whether this home's ledger was closed by handing it over, and the other went on from there: it has all that this one knows. */
    private function isContinuedIn(string $beside, DumpDocument $document): bool
    {
        $sign = $this->database->fetchNumeric("SELECT i.uuid, to_jsonb(i)->>'handed_over_at' IS NOT NULL, s.position, s.digest FROM ledger_identity i CROSS JOIN (SELECT position, digest FROM day_book_seal ORDER BY position DESC LIMIT 1) s");
        if (false === $sign || $sign[0] !== $document->ledger || true !== $sign[1]) {
            return false;
        }
        $restored = $this->programs->connect($beside);
        try {
            return $sign[3] === $restored->fetchOne('SELECT digest FROM day_book_seal WHERE position = ?', [$sign[2]]);
        } finally {
            $restored->close();
        }
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
        $frames = $this->frames();
        if ($frames > 0) {
            throw CouldNotRestore::hasFrames($frames);
        }
    }

    private function frames(): int
    {
        return true === $this->database->fetchOne("SELECT to_regclass('public.frame') IS NOT NULL") ? Row::number($this->database->fetchOne('SELECT count(*) FROM frame')) : 0;
    }

    private function takePlace(string $restored): void
    {
        $name = $this->programs->name();
        $replaced = $name.'_replaced';
        $this->database->close();
        $this->programs->drop($replaced); // of one that was cut after it
        $server = $this->programs->connect('postgres');
        try {
            $server->executeStatement('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ?', [$name]);
            $server->transactional(static function () use ($server, $name, $restored, $replaced): void {
                foreach ([[$name, $replaced], [$restored, $name]] as [$from, $to]) {
                    $server->executeStatement('ALTER DATABASE '.$server->quoteSingleIdentifier($from).' RENAME TO '.$server->quoteSingleIdentifier($to));
                }
            });
        } finally {
            $server->close();
        }
        $this->programs->drop($replaced);
    }
}
