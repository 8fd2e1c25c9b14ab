<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\LeavingRow;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Has copies leave one store, file by file: each only when as many proven ones as are asked for lie elsewhere just then, and only
 * if it has the bytes that the ledger has of it. What does not stays, and says why. Whoever asks has the store's copies to
 * himself. Cut off anywhere, it is gone on with: what is not there any more is entered as gone.
 */
final readonly class Leaving
{
    private const AT_ONCE = 50;

    public function __construct(private LeavingRepository $leaving, private StepRepository $steps, private ProvenElsewhere $elsewhere, private LeavesBeside $beside, private StampQueue $stamps, private Stores $stores, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @param \Closure(int): mixed $watch what it throws ends it where it is
     *
     * @return array{list<string>, bool, bool} folders that copies left, from the store's root; whether the slice was over before all were tried; whether somebody writes into some just now
     *
     * @throws StoreAbsent where the store leaves; what left before is entered
     */
    public function some(OpenStore $store, int $number, \Closure $watch, Slice $slice): array
    {
        $folders = $besides = [];
        $waits = false;
        $this->elsewhere->lookAgain();
        for ($after = 0; [] !== $some = $this->leaving->waiting($number, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->step) {
            foreach ($some as $one) {
                if (!isset($besides[$one->copy->shoot])) {
                    $besides[$one->copy->shoot] = true;
                    $this->beside->leave($store, $number, $one->copy->shoot, $one->number, $watch); // before its frames: for as long as these are to leave it is tried again
                }
            }
            [$left, $isBusy] = $this->round($store, $number, $some, $watch);
            array_push($folders, ...$left);
            $waits = $waits || $isBusy;
            if ($slice->isOver()) {
                return [array_values(array_unique($folders)), true, $waits];
            }
        }

        return [array_values(array_unique($folders)), false, $waits];
    }

    /**
     * @param list<LeavingRow>     $some
     * @param \Closure(int): mixed $watch
     *
     * @return array{list<string>, bool} folders, and whether somebody writes into some just now
     */
    private function round(OpenStore $store, int $number, array $some, \Closure $watch): array
    {
        $shoots = array_values(array_unique(array_map(static fn (LeavingRow $one): int => $one->copy->shoot, $some)));
        $held = array_values(array_filter($shoots, fn (int $shoot): bool => null !== $this->stamps->take($shoot))); // nobody writes into its files meanwhile
        $gone = $stays = [];
        try {
            $mine = array_values(array_filter($some, static fn (LeavingRow $one): bool => \in_array($one->copy->shoot, $held, true)));
            $lacking = $this->elsewhere->of($mine, $watch);
            foreach ($mine as $one) {
                $watch(0);
                $why = $lacking[$one->step] ?? TakesAway::file($store, $one->copy->path, $one->copy->known())[0];
                if (null === $why) {
                    $gone[] = $one;
                } else {
                    $stays[$one->step] = $why;
                }
            }
        } finally {
            $folders = array_values(array_unique(array_map(static fn (LeavingRow $one): string => $one->copy->folder(), $gone)));
            array_map(static fn (string $folder) => is_dir($store->path($folder)) ? LastingFolders::flush(rtrim($store->path($folder), '/')) : null, $folders);
            try {
                $store->confirm(); // what is not there is gone only if the drive is there
                $this->steps->notYet($stays);
                $this->enter($store, $number, $gone);
            } finally {
                array_map($this->stamps->release(...), $held);
            }
        }

        return [$folders, \count($held) < \count($shoots)];
    }

    /**
     * A line in the day book for each shoot of which nothing is left there.
     *
     * @param list<LeavingRow> $gone
     */
    private function enter(OpenStore $store, int $number, array $gone): void
    {
        if ([] === $gone) {
            return;
        }
        $this->ledger->wrapInTransaction(function () use ($store, $number, $gone): void {
            $this->leaving->left($gone);
            foreach (array_unique(array_map(static fn (LeavingRow $one): int => $one->copy->shoot, $gone)) as $shoot) {
                $over = $this->leaving->isOver($number, $shoot);
                if (null !== $over) {
                    $this->ledger->persist(DayBookEntry::ofStore(rtrim(\sprintf('%s left %s, %s: proven ones lie elsewhere. ', Count::of($over[0], 'file'), $store->store->name, Size::of($over[1])).$this->beside->stays($store, $number, $shoot)), $this->stores->find($number), DayBookKind::Owed, $this->ledger->find(Shoot::class, $shoot)));
                }
            }
            $this->ledger->flush();
        });
    }
}
