<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Store\Room;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\ProvingRow;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\Stores\StoreSums;

/** A store on the page of stores: where it is, what it holds and is owed, how old its proofs are, and what is to be known of its drive. */
final readonly class StorePageView
{
    public int $id;
    public string $name;
    public StoreRole $role;
    public string $path;
    public bool $present;
    public ?string $absentBecause;
    public ?string $device;
    public ?int $freeBytes;

    /** How many more cards like the last there is room for. */
    public ?int $cardsMore;

    public ?int $nightlyDays;

    /** What proving all of it would take, by how fast it was last read. */
    public ?float $secondsToProve;

    /**
     * @param list<string> $warnings
     * @param bool         $isWorkedOn whether its owed copies are being made just now
     */
    public function __construct(LedgerStore $store, Store $now, ?Drive $drive, public StoreSums $sums, public array $warnings, public ?ProvingView $proving, ?int $lastCard, public bool $isWorkedOn)
    {
        $this->id = $store->id();
        $this->name = $store->name();
        $this->role = $store->role();
        $this->path = $now->path;
        $this->present = $now->isPresent();
        $this->absentBecause = $this->present ? null : $now->absence()->getMessage();
        $this->device = $drive->device ?? $store->device();
        $this->freeBytes = $now->freeBytes();
        $this->cardsMore = null === $this->freeBytes || null === $lastCard || 0 === $lastCard ? null : (new Room($this->freeBytes, $sums->owedBytes))->cardsMore($lastCard);
        $this->nightlyDays = $store->nightlyDays();
        $rate = $store->bytesPerSecond();
        $this->secondsToProve = null === $rate || $rate <= 0.0 ? null : $sums->bytes / $rate;
    }

    public static function provingOf(?ProvingRow $row): ?ProvingView
    {
        return null === $row ? null : new ProvingView($row);
    }
}
