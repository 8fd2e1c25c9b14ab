<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRow;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
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

    /**
     * Goes on with a proving, for about as long as the slice is; to its end, where none is given.
     *
     * @param \Closure(): mixed $watch asked several times a second; what it throws leaves the proving to be gone on with
     * @param int|null          $turn  see ProvingRepository::take()
     *
     * @return bool whether there is more to read
     */
    public function prove(int $id, \Closure $watch, ?Slice $slice = null, ?int $turn = null): bool
    {
        $proving = $this->provings->take($id, $turn);
        if (null === $proving) {
            return false;
        }
        $this->ledger->clear();
        try {
            $proving = null === $proving->text('upto') ? $this->begin($proving) : $proving;
            $progress = new ProvingProgress($proving, $this->provings, $watch, $this->pace);
            try {
                $store = $this->stores->at($this->stores->find($proving->store()))->open();
                $left = $this->read($proving, $store, $progress, $slice ?? $this->pace->slice(\INF));
                $progress->report();
                if ($left && $progress->goesOn()) {
                    return true;
                }
                $whole = $progress->goesOn() && null === $proving->days();
                [$unknown, $inAll] = $whole ? $this->unknown->at($store, $proving->store(), $proving->shoot()) : [[], 0];
                if ($progress->goesOn()) {
                    $this->renewLists($proving, $store);
                    $this->provings->end($id, $unknown, $inAll, null);
                }
                $this->close($proving, $progress, $inAll, $progress->goesOn() ? null : 'You stopped it.');
            } catch (StoreAbsent $absent) {
                $this->provings->end($id, [], 0, $absent->getMessage());
                $this->close($proving, $progress, 0, $absent->getMessage());
            }
        } finally {
            $this->provings->release($id);
        }

        return false;
    }

    public function storeOf(int $id): int
    {
        return $this->provings->find($id)->store();
    }

    /** At the photographer's word: by whoever reads just now, or at once, between two slices. */
    public function stop(int $id): void
    {
        $proving = $this->provings->find($id);
        if ($this->provings->stop($id) && !$this->provings->isTaken($id) && $proving->int('files_reached') > 0) {
            $this->close($proving, new ProvingProgress($proving, $this->provings, static fn () => null, $this->pace), 0, 'You stopped it.');
        }
    }

    private function begin(ProvingRow $proving): ProvingRow
    {
        $upto = null === $proving->days() ? $proving->text('begun_at') : $this->copies->turn($proving->store(), $proving->days());
        [$files, $bytes] = $this->copies->sumToProve($proving->store(), $proving->shoot(), $upto);
        $this->provings->isOf($proving->id(), $files, $bytes, $upto, $this->copies->addUpAgain($proving->store(), $proving->shoot()));

        return $this->provings->find($proving->id());
    }

    /** A list that could not be written when its shoot came in, because its drive left just then, is written now. */
    private function renewLists(ProvingRow $proving, OpenStore $store): void
    {
        if (null === $proving->days()) {
            $this->lists->renew($store, $proving->store(), $this->copies->folders($proving->store(), $proving->shoot()));
        }
    }

    /** Whether it was not read to the end. */
    private function read(ProvingRow $proving, OpenStore $store, ProvingProgress $progress, Slice $slice): bool
    {
        for ($after = $proving->int('reached'); [] !== $some = $this->copies->toProve($proving->store(), $proving->shoot(), $proving->text('upto'), $after, self::AT_ONCE);) {
            $findings = [];
            try {
                foreach ($some as $copy) {
                    $finding = $this->read->from($store, $copy, $progress->read(...));
                    $findings[] = $finding;
                    $after = $copy->id;
                    $progress->add($finding);
                    if (!$progress->goesOn() || $slice->isOver()) {
                        return true;
                    }
                }
            } finally {
                $this->ledger->getConnection()->transactional(function () use ($findings, $progress, $after): void {
                    $this->copies->enter($findings);
                    $progress->reached($after);
                });
            }
        }

        return false;
    }

    private function close(ProvingRow $proving, ProvingProgress $progress, int $unknown, ?string $stopped): void
    {
        $this->ledger->clear();
        $store = $this->stores->find($proving->store());
        $shoot = null === $proving->shoot() ? null : $this->ledger->find(Shoot::class, $proving->shoot());
        $rate = $progress->bytesPerSecond();
        if (null !== $rate) {
            $store->wasReadAt($rate);
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
            0 === $proving->int('sums') ? '' : ' Of '.Count::of($proving->int('sums'), 'shoot').' the sums in the ledger were not those of its copies, and are put right.',
            null === $stopped ? '' : ' It stopped: '.$stopped,
        ), $store, DayBookKind::Proof, $shoot));
        $this->ledger->flush();
    }
}
