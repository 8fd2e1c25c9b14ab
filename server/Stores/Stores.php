<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\LedgerStore;
use VelvetLedger\Server\Persistence\StoreRole;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\StorePlace;

/** The stores of this ledger: which there are, and what the settings say of them now. */
final readonly class Stores
{
    public function __construct(private EntityManagerInterface $ledger, private Settings $settings)
    {
    }

    /** The main store, where the settings look for it. */
    public function main(): Store
    {
        return new Store($this->known()?->uuid, $this->settings->main->name, $this->settings->main->path);
    }

    /** A store of the ledger, where it is looked for: the main store as the settings say, others where they were last found. */
    public function at(LedgerStore $store): Store
    {
        return StoreRole::Main === $store->role() ? new Store($store->uuid, $store->name(), $this->settings->main->path) : new Store($store->uuid, $store->name(), $store->place());
    }

    public function ofLedger(): LedgerStore
    {
        return $this->known() ?? throw StoreAbsent::notMounted($this->main());
    }

    /**
     * Brings ledger, settings and drive together: a new store is marked; one that was renamed or moved stays the store
     * it is, told by its mark; a name and a place that are both new are another store. An absent drive's place is left
     * as it is, and so is another store's drive.
     *
     * @return string|null what the photographer should know, in a sentence
     *
     * @throws StoreAbsent where a new store could not be made
     */
    public function prepare(): ?string
    {
        $place = $this->settings->main;
        $known = $this->known();
        $mark = StoreMark::at($place->path);
        if (null === $known || (null === $mark && $known->name() !== $place->name && $known->place() !== $place->path)) {
            $this->begin($place, $mark, $known);

            return null;
        }
        if (null !== $mark && (null === $mark->uuid ? $this->isEarlierMarkOf($known, $mark) : $mark->uuid === $known->uuid)) {
            $this->found($known, $place, $mark);

            return null;
        }

        return $this->main()->absence()->getMessage();
    }

    private function known(): ?LedgerStore
    {
        return $this->ledger->getRepository(LedgerStore::class)->findOneBy(['role' => StoreRole::Main]);
    }

    /** Earlier versions marked a drive by the store's name alone. */
    private function isEarlierMarkOf(LedgerStore $known, StoreMark $mark): bool
    {
        return $mark->name === $known->name();
    }

    private function begin(StorePlace $place, ?StoreMark $mark, ?LedgerStore $before): void
    {
        $store = new Store(null, $place->name, $place->path);
        if (!is_dir($place->path) && !@mkdir($place->path, 0o777, true)) {
            throw StoreAbsent::notMade($store);
        }
        $uuid = $mark->uuid ?? StoreMark::newUuid();
        if ($uuid !== $mark?->uuid && !StoreMark::put($place->path, $uuid, $place->name)) {
            throw StoreAbsent::notWritable($store);
        }
        $before?->becomes(StoreRole::Former);
        $this->ledger->persist(new LedgerStore($uuid, $place->name, StoreRole::Main, $place->path));
        $this->ledger->persist(new DayBookEntry(\sprintf('%s at %s is the main store%s.', $place->name, $place->path, null === $before ? '' : ', in the place of '.$before->name())));
        $this->ledger->flush();
    }

    private function found(LedgerStore $known, StorePlace $place, StoreMark $mark): void
    {
        if (($mark->uuid !== $known->uuid || $mark->name !== $place->name) && !StoreMark::put($place->path, $known->uuid, $place->name)) {
            throw StoreAbsent::notWritable(new Store($known->uuid, $place->name, $place->path));
        }
        if ($known->name() !== $place->name) {
            $this->ledger->persist(new DayBookEntry(\sprintf('The store %s is now called %s.', $known->name(), $place->name)));
        }
        $known->isCalled($place->name);
        $known->isFoundAt($place->path);
        $this->ledger->flush();
    }
}
