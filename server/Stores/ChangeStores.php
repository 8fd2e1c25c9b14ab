<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Placing\CouldNotPlace;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;

/** What a photographer changes about stores: another one, its name, its role, how often it is proven. Each change is in the day book. */
final readonly class ChangeStores
{
    public function __construct(private EntityManagerInterface $ledger, private Stores $stores, private DriveFolders $folders, private CopyRepository $copies, private ReceiptRepository $receipts, private PlacingRepository $places, private OwingRepository $owing, private BesideRepository $beside)
    {
    }

    /**
     * @param string $path      a folder on a drive that is attached
     * @param string $newFolder made in it, and the store's; '' for the folder itself
     *
     * @throws CouldNotChoose|StoreAbsent
     */
    public function add(string $path, string $name, StoreRole $role, string $newFolder = ''): LedgerStore
    {
        $folder = $this->folders->within($path);
        if ('' !== $newFolder && (PortableText::forFolder($newFolder) !== $newFolder || str_contains($newFolder, '/') || str_starts_with($newFolder, '.'))) {
            throw CouldNotChoose::badFolder($newFolder);
        }
        $folder = '' === $newFolder ? $folder : rtrim($folder, '/').'/'.$newFolder;
        $name = $this->name($name);
        $this->mayBe($role);
        $mark = StoreMark::at($folder);
        foreach ($this->stores->all() as $known) {
            $there = $this->stores->at($known);
            if (null !== $mark && $mark->uuid === $known->uuid) {
                throw CouldNotChoose::isStore($folder, $known->name());
            }
            if ($there->isPresent() && (str_starts_with($folder.'/', $there->path.'/') || str_starts_with($there->path.'/', $folder.'/'))) {
                throw CouldNotChoose::inStore($folder, $known->name());
            }
            if ($known->name() === $name) {
                throw CouldNotChoose::nameTaken($name);
            }
        }
        $before = $this->stepDown($role);
        $store = $this->stores->begin($folder, $name, StoreRole::Former === $role ? StoreRole::Mirror : $role);
        $this->takeOver($store, $before);
        $this->owe($store);

        return $store;
    }

    /** @throws CouldNotChoose */
    public function rename(LedgerStore $store, string $name): void
    {
        $name = $this->name($name);
        foreach ($this->stores->all() as $other) {
            if ($other !== $store && $other->name() === $name) {
                throw CouldNotChoose::nameTaken($name);
            }
        }
        $now = $this->stores->at($store);
        if ($now->isPresent()) {
            StoreMark::put($now->path, $store->uuid, $name, StoreMark::at($now->path)?->sign);
        }
        $this->enterInDayBook($store, \sprintf('The store %s is now called %s.', $store->name(), $name));
        $store->isCalled($name);
        $this->ledger->flush();
    }

    /** @throws CouldNotChoose */
    public function role(LedgerStore $store, StoreRole $role): void
    {
        if ($store->role() === $role) {
            return;
        }
        $this->mayBe($role);
        if (StoreRole::Main === $store->role()) {
            throw CouldNotChoose::needsMain();
        }
        $naming = StoreRole::Former === $role ? $this->places->rules()->naming($store->id()) : [];
        if ([] !== $naming) {
            throw CouldNotPlace::ruleNamed($store->name(), $naming[0]->inWords($this->stores->names()));
        }
        $former = $this->stepDown($role);
        $before = $store->role();
        $store->becomes($role);
        if (StoreRole::Former === $role) {
            $this->copies->forgive($store->id());
            $this->beside->callOff($store->id());
        }
        $this->enterInDayBook($store, StoreRole::Former === $role ? \sprintf('The store %s is used no more. What lies there stays.', $store->name()) : \sprintf('The store %s, until now %s, is %s.', $store->name(), $before->value, $role->value));
        $this->ledger->flush();
        $this->takeOver($store, $former);
        $homes = StoreRole::Former === $role ? $this->places->leaveHome($store->id()) : 0;
        if ($homes > 0) {
            $this->enterInDayBook($store, \sprintf('%s at %s: their home is the store now that has most of them.', Count::of($homes, 'shoot was at home', 'shoots were at home'), $store->name()));
            $this->ledger->flush();
        }
        $this->owe($store);
        $short = StoreRole::Former === $role ? $this->copies->short() : 0;
        if ($short > 0) {
            $this->enterInDayBook($store, \sprintf('Without %s %s fewer proven copies than the standing order asks for.', $store->name(), Count::of($short, 'file has', 'files have')));
            $this->ledger->flush();
        }
    }

    public function provenWithin(LedgerStore $store, ?int $days): void
    {
        $store->isProvenWithin($days);
        $this->enterInDayBook($store, null === $days ? \sprintf('%s is no longer proven by night.', $store->name()) : \sprintf('A share of %s is proven each night, all of it within %s.', $store->name(), Count::of($days, 'day')));
        $this->ledger->flush();
    }

    /** The former main store mirrors the new one. */
    private function stepDown(StoreRole $role): ?LedgerStore
    {
        $former = null;
        foreach (StoreRole::Main === $role ? $this->stores->all() : [] as $store) {
            if (StoreRole::Main === $store->role()) {
                $store->becomes(StoreRole::Mirror);
                $former = $store;
                $this->enterInDayBook($store, \sprintf('The store %s, until now the main one, is a mirror.', $store->name()));
            }
        }

        return $former;
    }

    /** What was at home at the former main store is at home at the new one. */
    private function takeOver(LedgerStore $store, ?LedgerStore $former): void
    {
        if (null !== $former) {
            $this->places->moveHomes($former->id(), $store->id());
        }
    }

    /** What the rules have a store have; what it is not to have any more, and does not have yet, is not owed it. */
    private function owe(LedgerStore $store): void
    {
        if (!$store->role()->getsCopies()) {
            return;
        }
        $rules = $this->places->rules();
        $others = array_keys(array_filter($this->places->places(), static fn (Whereabouts $place): bool => !isset($rules->wanted($place)[$store->id()])));
        $this->owing->callOff($store->id(), $others);
        $owed = $this->copies->oweChanges($store->id()) + $this->owing->settleAt($store->id(), 'it came in before this store was there');
        if ($owed > 0) {
            $this->enterInDayBook($store, \sprintf('%s is owed %s of what came in before.', $store->name(), Count::of($owed, 'copy', 'copies')));
            $this->ledger->flush();
        }
    }

    /** @throws CouldNotChoose */
    private function mayBe(StoreRole $role): void
    {
        if (StoreRole::Main === $role && [] !== $this->receipts->underWay()) {
            throw CouldNotChoose::isUnderWay();
        }
    }

    private function name(string $name): string
    {
        $name = trim(preg_replace('/\s+/u', ' ', $name) ?? '');

        return '' === $name ? throw CouldNotChoose::noName() : $name;
    }

    private function enterInDayBook(LedgerStore $store, string $entry): void
    {
        $this->ledger->persist(DayBookEntry::ofStore($entry, $store));
    }
}
