<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;

/** What a store has of a shoot, and what is to come to it or to leave it. */
final readonly class ShootAtStoreView
{
    public int $id;
    public string $name;

    /** Its main copies lie there. */
    public bool $isHome;

    /** It is to be at home there, when all of it is. */
    public bool $comes;
    public int $proven;
    public int $owed;
    public int $bad;

    /** Copies that are still to leave, and why some have not yet; '' where nothing keeps them. */
    public int $leaving;
    public string $because;

    /**
     * @param bool                                    $present the store is there now
     * @param array<string, int>                      $held    copies by state
     * @param array{files: int, because: string}|null $leaving
     */
    public function __construct(LedgerStore $store, Whereabouts $place, public bool $present, array $held, ?array $leaving)
    {
        [$this->id, $this->name] = [$store->id(), $store->name()];
        [$this->isHome, $this->comes] = [$this->id === $place->home, $this->id === $place->comesTo];
        $of = static fn (CopyState $state): int => $held[$state->value] ?? 0;
        [$this->proven, $this->owed, $this->bad] = [$of(CopyState::Proven), $of(CopyState::Owed), $of(CopyState::Missing) + $of(CopyState::Differs)];
        [$this->leaving, $this->because] = [$leaving['files'] ?? 0, $leaving['because'] ?? ''];
    }

    /** Whether it has anything to do with the shoot. */
    public function counts(): bool
    {
        return $this->isHome || $this->comes || $this->proven + $this->owed + $this->bad > 0;
    }
}
