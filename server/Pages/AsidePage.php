<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Keeping\GoesForGood;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Shoots\AsideFrame;
use VelvetLedger\Server\Persistence\Shoots\AsideRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Aside\AsideFrameView;
use VelvetLedger\Server\View\Aside\AsideShootView;
use VelvetLedger\Server\View\Aside\AsideSumView;
use VelvetLedger\Server\View\Aside\AsideView;

/** What is dropped of a shoot, and what is set aside. */
final readonly class AsidePage
{
    public function __construct(private AsideRepository $aside, private Stores $stores)
    {
    }

    public function of(Shoot $shoot): AsideView
    {
        return new AsideView(
            $shoot->id(),
            $shoot->date,
            $shoot->description,
            GoesForGood::nameOf($shoot->description, $shoot->date),
            new AsideSumView($this->aside->sumOfDropped($shoot->id())),
            new AsideSumView($this->aside->sumOfAside($shoot->id())),
            array_map(static fn (AsideFrame $frame): AsideFrameView => new AsideFrameView($frame), $this->aside->ofShoot($shoot->id())),
            array_values(array_map(static fn (LedgerStore $store): string => $store->name(), array_filter($this->stores->all(), fn (LedgerStore $store): bool => !$this->stores->at($store)->isPresent()))),
        );
    }

    /** @return list<AsideShootView> the latest first */
    public function shoots(): array
    {
        $views = [];
        foreach ($this->aside->shoots() as $shoot => $of) {
            $views[] = new AsideShootView($shoot, $of['date'], $of['description'], $of['frames'], $of['since']);
        }

        return $views;
    }
}
