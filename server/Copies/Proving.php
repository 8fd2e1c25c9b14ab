<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBookKind;
use VelvetLedger\Server\Persistence\ProvingRepository;
use VelvetLedger\Server\Persistence\ProvingRow;
use VelvetLedger\Server\Persistence\Shoot;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Proves a store again, or a shoot there, or a night's share: every copy is read from its medium and compared with the ledger. */
final readonly class Proving
{
    private const AT_ONCE = 200;

    public function __construct(private EntityManagerInterface $ledger, private ProvingRepository $provings, private CopyRepository $copies, private ReadCopy $read, private UnknownFiles $unknown, private Stores $stores, private ListsOfStore $lists, private Pace $pace)
    {
    }

    /** @param \Closure(): mixed $watch asked several times a second; what it throws leaves the proving to be gone on with */
    public function prove(int $id, \Closure $watch): void
    {
        $proving = $this->provings->take($id);
        if (null === $proving) {
            return;
        }
        $this->ledger->clear();
        $progress = new ProvingProgress($proving->id(), $this->provings, $watch, $this->pace);
        try {
            $progress->sums = $this->copies->addUpAgain($proving->store(), $proving->shoot());
            $store = $this->stores->at($this->stores->find($proving->store()))->open();
            $went = $this->readAll($proving, $store, $progress);
            [$unknown, $inAll] = $went && null === $proving->days() ? $this->unknown->at($store, $proving->store(), $proving->shoot()) : [[], 0];
            if ($went) {
                $this->renewLists($proving, $store);
                $this->provings->end($id, $unknown, $inAll, null);
            }
            $this->close($proving, $progress, $inAll, $went ? null : 'You stopped it.');
        } catch (StoreAbsent $absent) {
            $this->provings->end($id, [], 0, $absent->getMessage());
            $this->close($proving, $progress, 0, $absent->getMessage());
        } finally {
            $this->provings->release($id);
        }
    }

    /** A list that could not be written when its shoot came in, because its drive left just then, is written now. */
    private function renewLists(ProvingRow $proving, OpenStore $store): void
    {
        if (null === $proving->days()) {
            $this->lists->renew($store, $proving->store(), $this->copies->folders($proving->store(), $proving->shoot()));
        }
    }

    /** Whether it was read to the end, rather than stopped. */
    private function readAll(ProvingRow $proving, OpenStore $store, ProvingProgress $progress): bool
    {
        $before = null === $proving->days() ? $proving->text('begun_at') : $this->copies->turn($proving->store(), $proving->days());
        $this->provings->isOf($proving->id(), ...$this->copies->sumToProve($proving->store(), $proving->shoot(), $before));
        for ($after = 0; [] !== $some = $this->copies->toProve($proving->store(), $proving->shoot(), $before, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->id) {
            $findings = [];
            try {
                foreach ($some as $copy) {
                    $finding = $this->read->from($store, $copy, $progress->read(...));
                    $findings[] = $finding;
                    $progress->found($finding);
                    if (!$progress->goesOn()) {
                        return false;
                    }
                }
            } finally {
                $this->copies->found($findings);
            }
        }

        return true;
    }

    private function close(ProvingRow $proving, ProvingProgress $progress, int $unknown, ?string $stopped): void
    {
        $this->ledger->clear();
        $store = $this->stores->find($proving->store());
        $shoot = null === $proving->shoot() ? null : $this->ledger->find(Shoot::class, $proving->shoot());
        if ($progress->bytes > 0) {
            $store->wasReadAt($progress->bytesPerSecond());
        }
        $what = null === $shoot ? $store->name() : ('' === $shoot->description ? $shoot->date : $shoot->description).' on '.$store->name();
        $this->ledger->persist(DayBookEntry::ofStore(\sprintf(
            '%s of %s: %s, %s: %s%s.%s%s',
            null === $proving->days() ? 'Proof' : 'A night\'s share of the proof',
            $what,
            Count::of($progress->files, 'copy was read', 'copies were read'),
            Size::of($progress->bytes),
            0 === $progress->bad ? 'all are as the ledger has them' : Count::of($progress->bad, 'is missing or different', 'are missing or different'),
            0 === $unknown ? '' : '; '.Count::of($unknown, 'file there is', 'files there are')." not the ledger's",
            0 === $progress->sums ? '' : ' Of '.Count::of($progress->sums, 'shoot').' the sums in the ledger were not those of its copies, and are put right.',
            null === $stopped ? '' : ' It stopped: '.$stopped,
        ), $store, DayBookKind::Proof, $shoot));
        $this->ledger->flush();
    }
}
