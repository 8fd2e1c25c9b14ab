<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Survival\SecondLedgerEntries;
use VelvetLedger\Server\Persistence\Survival\SignRepository;
use VelvetLedger\Server\Placing\Landing;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\PgPrograms;

/**
 * Takes another ledger into this one, by its latest dump at a store: cards, receipts, shoots, frames, what is said of them, its day book, its
 * stores. All of it or nothing, in one transaction; what it would be is told by doing it and taking it back.
 */
final readonly class TakesIn
{
    public function __construct(
        private EntityManagerInterface $ledger,
        private Stores $stores,
        private SecondLedgerEntries $second,
        private SignRepository $signs,
        private PgPrograms $programs,
        private RestoresBeside $beside,
        private Landing $landing,
        private Locks $locks,
    ) {
    }

    /**
     * @param string $folder of a store that has a dump of it, as it is mounted here
     * @param bool   $isDry  whether it is only told
     *
     * @return list<string> what came in, in sentences
     *
     * @throws CouldNotRestore
     */
    public function from(string $folder, bool $isDry): array
    {
        [$name, $document] = $this->latest($folder);
        if (!$this->locks->take(Lock::TakingIn, 0)) {
            throw CouldNotRestore::notTakenIn('another ledger is being taken in just now');
        }
        $beside = $this->programs->name().'_second';
        try {
            $because = $this->beside->into($beside, DumpsAtStore::file($folder, $name), $document);
            if (null !== $because) {
                throw CouldNotRestore::notTakenIn("the dump $name is not whole: $because");
            }

            return $this->takeIn($beside, $document, $isDry);
        } finally {
            $this->programs->drop($beside);
            $this->locks->release(Lock::TakingIn, 0);
        }
    }

    /** @return array{string, DumpDocument} the latest of another ledger than this */
    private function latest(string $folder): array
    {
        $ours = $this->signs->sign()->ledger;
        foreach (DumpsAtStore::of($folder, null) as $name => $document) {
            if ($document->ledger !== $ours) {
                $version = Row::word($this->ledger->getConnection()->fetchOne('SELECT max(version) FROM doctrine_migration_versions'));

                return $document->tables === $version ? [$name, $document] : throw CouldNotRestore::notTakenIn('it is of another version of Velvet Ledger; bring both to the same, and have it dumped there once more');
            }
        }
        throw CouldNotRestore::notTakenIn("the dumps in $folder are of this very ledger; what it was is had back with bin/ledger restore");
    }

    /** @return list<string> */
    private function takeIn(string $beside, DumpDocument $document, bool $isDry): array
    {
        $database = $this->ledger->getConnection();
        $database->beginTransaction();
        try {
            $this->second->open($beside, $document->ledger, $document->at());
            $this->second->stores();
            $this->second->stationery();
            $renamed = $this->second->shoots();
            $this->second->frames();
            $told = $this->second->told();
            $shoots = $this->second->entered('shoot');
            if ($this->second->hasNews()) {
                $this->ledger->persist(DayBookEntry::ofRule(\sprintf('Another ledger (%s), as it was dumped on %s, is taken in: %s in %s.%s%s', $document->ledger, Day::withTime($document->at()), Count::of(\count($this->second->entered('frame')), 'frame'), Count::of(\count($shoots), 'shoot'), '' === $told['receipts'] ? '' : " Its receipts {$told['receipts']} here.", '' === $told['seal'] ? '' : " Its day book, which follows, ended with the seal {$told['seal']}.")));
                $this->ledger->flush();
            }
            $this->second->said();
            $this->landing->cameWithAnother($shoots);
            $this->second->follow();
            $said = $this->inWords($document, $renamed, $told, $isDry);
            if ($isDry) {
                $database->rollBack();
            } else {
                $database->commit();
            }
        } catch (\Throwable $failure) {
            $database->rollBack();
            throw $failure;
        }
        $this->ledger->clear();
        if (!$isDry) { // the marks of its drives follow
            $this->signs->anew();
            $this->stores->prepare();
        }

        return $said;
    }

    /**
     * @param list<array{string, string}>                                                 $renamed
     * @param array{frames: int, files: int, places: int, receipts: string, seal: string} $told
     *
     * @return list<string>
     */
    private function inWords(DumpDocument $document, array $renamed, array $told, bool $isDry): array
    {
        $stores = array_map(fn (int $store): string => $this->ledger->find(LedgerStore::class, $store)?->name() ?? '', $this->second->entered('store'));
        $said = [\sprintf('Of the ledger that was dumped on %s %s in: %s in %s, on %s.', Day::withTime($document->at()), $isDry ? 'would come' : 'came', Count::of(\count($this->second->entered('frame')), 'frame'), Count::of(\count($this->second->entered('shoot')), 'shoot'), Count::of(\count($this->second->entered('intake')), 'receipt'))];
        foreach ($renamed as [$theirs, $here]) {
            $said[] = \sprintf('"%s" is the folder of a shoot here as well: theirs is "%s", and its copies are moved there.', $theirs, $here);
        }
        if ($told['frames'] > 0) {
            $said[] = \sprintf('%s held here already, by %s bytes: what both say of %s counts, and where both judged, what was judged here.', Count::of($told['frames'], 'frame of theirs is', 'frames of theirs are'), 1 === $told['frames'] ? 'its' : 'their', 1 === $told['frames'] ? 'it' : 'them');
        }
        if ($told['files'] > 0) {
            $said[] = \sprintf('%s of these not as it is here, and not taken in; what lies at their stores stays.', Count::of($told['files'], 'file is', 'files are'));
        }
        if ($told['places'] > 0) {
            $said[] = \sprintf('%s at a place that is another file\'s here, and not taken in.', Count::of($told['places'], 'copy lies', 'copies lie'));
        }
        if ([] !== $stores) {
            $said[] = \sprintf('%s among the stores from now on, and gets what rules say; its shoots come to where such work is at home here.', Names::of($stores).(1 === \count($stores) ? ' is' : ' are'));
        }

        return [...$said, 'The steps of first looks and of changes of names are not taken in: they cannot be taken back here.', ...$isDry ? ['Nothing was changed.'] : []];
    }
}
