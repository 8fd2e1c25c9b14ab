<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Uid\Uuid;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\StorePlace;

/** The stores of this ledger, each looked for by its mark: where it was last found, else on the drives that are attached now. */
final class Stores
{
    /** @var array<string, string> UUID => where its mark was found just now */
    private array $found = [];

    public function __construct(private readonly EntityManagerInterface $ledger, private readonly Settings $settings, private readonly Drives $drives, private readonly PlacingRepository $places, private readonly StoreSigns $signs, private readonly StoreSearch $search)
    {
    }

    /** The main store, where it is looked for; where the ledger has none, the one that the settings begin with. */
    public function main(): Store
    {
        $known = $this->known();
        $place = array_values(array_filter($this->settings->stores, static fn (StorePlace $place): bool => StoreRole::Main === $place->role))[0] ?? null;

        return null !== $known ? $this->at($known) : new Store(null, $place->name ?? 'Main', $place->path ?? '');
    }

    /** A store of the ledger, where it is now; where it is absent, where it was. */
    public function at(LedgerStore $store): Store
    {
        $place = $this->found[$store->uuid] ?? $store->place();
        if (StoreMark::at($place)?->uuid !== $store->uuid) {
            $elsewhere = $this->search->find($store->uuid, $store->place());
            if (null !== $elsewhere) {
                $this->found[$store->uuid] = $place = $elsewhere;
            }
        }

        return new Store($store->uuid, $store->name(), $place, $this->signs->sign());
    }

    /** @return list<LedgerStore> all that get copies, the main one first */
    public function all(): array
    {
        $stores = array_values(array_filter($this->ledger->getRepository(LedgerStore::class)->findBy([], ['id' => 'ASC']), static fn (LedgerStore $store): bool => $store->role()->getsCopies()));
        usort($stores, static fn (LedgerStore $a, LedgerStore $b): int => [StoreRole::Main !== $a->role(), $a->id()] <=> [StoreRole::Main !== $b->role(), $b->id()]);

        return $stores;
    }

    /** @return array<int, string> their names, by number, in the same order */
    public function names(): array
    {
        $stores = $this->all();

        return array_combine(array_map(static fn (LedgerStore $store): int => $store->id(), $stores), array_map(static fn (LedgerStore $store): string => $store->name(), $stores));
    }

    /** @param list<int> $stores in the words of a sentence */
    public function named(array $stores): string
    {
        return Names::of(array_map(fn (int $store): string => $this->find($store)->name(), $stores));
    }

    /** @return list<string> names of those of them that are not there now */
    public function away(): array
    {
        return array_map(static fn (LedgerStore $store): string => $store->name(), array_values(array_filter($this->all(), fn (LedgerStore $store): bool => !$this->at($store)->isPresent())));
    }

    /** @return array<int, string> where those lie that are there now, by number, without a slash at the end, the main one first */
    public function roots(): array
    {
        $roots = [];
        foreach ($this->all() as $store) {
            $now = $this->at($store);
            if ($now->isPresent()) {
                $roots[$store->id()] = rtrim($now->path, '/');
            }
        }

        return $roots;
    }

    /** The store that a shoot's main copies lie at. */
    public function homeOf(int $shoot): LedgerStore
    {
        $home = $this->places->home($shoot);

        return null === $home ? $this->ofLedger() : $this->find($home);
    }

    /**
     * @return non-empty-array<int, OpenStore> those that are there now, by number, a shoot's home first
     *
     * @throws StoreAbsent where its home is not there
     */
    public function openFor(int $shoot): array
    {
        $home = $this->homeOf($shoot);
        $open = [$home->id() => $this->at($home)->open()];
        foreach (array_filter($this->all(), static fn (LedgerStore $store): bool => $store !== $home) as $store) {
            try {
                $open[$store->id()] = $this->at($store)->open();
            } catch (StoreAbsent) {
                continue; // what it lacks it is owed
            }
        }

        return $open;
    }

    /** @throws NotInLedger */
    public function find(int $id): LedgerStore
    {
        return $this->ledger->find(LedgerStore::class, $id) ?? throw NotInLedger::store($id);
    }

    /** @throws StoreAbsent where there is no main store */
    public function ofLedger(): LedgerStore
    {
        return $this->known() ?? throw StoreAbsent::notChosen();
    }

    /**
     * Brings ledger and drives together: a new ledger begins with the stores of its settings, each marked; of a store that
     * is found elsewhere than it was, that is remembered.
     *
     * @return string|null what the photographer should know, in a sentence
     *
     * @throws StoreAbsent where a new store could not be made
     */
    public function prepare(): ?string
    {
        $absent = [];
        if (null === $this->known()) {
            foreach ($this->settings->stores as $place) {
                $one = $this->storeIn($place->path);
                if (null === $one) {
                    $this->begin($place->path, $place->name, $place->role);
                } else {
                    $absent[] = StoreAbsent::isAnother(new Store(null, $place->name, $place->path), $one->name())->getMessage();
                }
            }
        }
        $this->places->settle($this->ofLedger()->id());
        foreach ($this->all() as $store) {
            $this->takeOverEarlier($store);
            $now = $this->at($store);
            if ($now->isPresent()) {
                $this->signs->signAt($now->path);
                $store->isFoundAt($now->path);
                $store->liesOn($this->drives->of($now->path)->device ?? '');
            } else {
                $absent[] = $now->absence()->getMessage();
            }
        }
        $this->ledger->flush();

        return [] === $absent ? null : implode("\n", $absent);
    }

    /** A folder that bears the mark of a store of this ledger is where that store lies now; any other is left alone. */
    public function liesNowAt(string $folder): void
    {
        $mark = StoreMark::at($folder);
        $store = null === $mark?->uuid ? null : $this->ledger->getRepository(LedgerStore::class)->findOneBy(['uuid' => $mark->uuid]);
        $real = realpath($folder);
        if (null !== $store && false !== $real) {
            $store->isFoundAt($real);
            $this->ledger->flush();
        }
    }

    /**
     * Makes a folder a store. One that bears the mark of a store of this ledger is that store again.
     *
     * @throws StoreAbsent where the folder could not be made or marked
     */
    public function begin(string $path, string $name, StoreRole $role): LedgerStore
    {
        $place = new Store(null, $name, $path);
        if (!is_dir($path) && !@mkdir($path, 0o777, true)) {
            throw StoreAbsent::notMade($place);
        }
        $uuid = StoreMark::at($path)->uuid ?? Uuid::v4()->toRfc4122();
        $known = $this->ledger->getRepository(LedgerStore::class)->findOneBy(['uuid' => $uuid]);
        if ($this->signs->isTakenOver($path)) {
            throw StoreAbsent::ofAnotherLedger($place);
        }
        if (!StoreMark::put($path, $uuid, $name, $this->signs->sign())) {
            throw StoreAbsent::notWritable($place);
        }
        $store = $known ?? new LedgerStore($uuid, $name, $role, $path);
        $store->isCalled($name);
        $store->becomes($role);
        $store->isFoundAt($path);
        $store->liesOn($this->drives->of($path)->device ?? '');
        $this->ledger->persist($store);
        $this->ledger->persist(DayBookEntry::ofStore(\sprintf('%s at %s is %s store%s.', $name, $path, StoreRole::Main === $role ? 'the main' : 'a '.$role->value, null === $known ? '' : ' again'), $store));
        $this->ledger->flush();

        return $store;
    }

    /** The store in use that a folder is, or lies in, whichever way leads there. */
    private function storeIn(string $path): ?LedgerStore
    {
        $real = realpath($path);
        foreach (false === $real ? [] : $this->all() as $store) {
            $root = realpath($this->at($store)->path);
            if (StoreMark::at($path)?->uuid === $store->uuid || (false !== $root && str_starts_with($real.'/', $root.'/'))) {
                return $store;
            }
        }

        return null;
    }

    private function known(): ?LedgerStore
    {
        return $this->ledger->getRepository(LedgerStore::class)->findOneBy(['role' => StoreRole::Main]);
    }

    /** Earlier versions kept the place of the main store in the settings alone, and marked its drive by its name. */
    private function takeOverEarlier(LedgerStore $store): void
    {
        $places = '' === $store->place() ? array_map(static fn (StorePlace $place): string => $place->path, $this->settings->stores) : [$store->place()];
        foreach ($places as $path) {
            $mark = StoreMark::at($path);
            if (null !== $mark && ($mark->uuid === $store->uuid || (null === $mark->uuid && $mark->name === $store->name()))) {
                if (null === $mark->uuid && !StoreMark::put($path, $store->uuid, $store->name())) {
                    throw StoreAbsent::notWritable(new Store($store->uuid, $store->name(), $path));
                }
                $store->isFoundAt($path);
            }
        }
    }
}
