<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\Edits;
use VelvetLedger\Core\Shoot\ProposedShoot;

/** What the photographer said on the desk: the order, which shoots these are and what they are called, and what to leave out. */
final readonly class Wishes
{
    public StandingOrder $order;

    /** @var array<array-key, true> */
    private array $leftOut;

    /** @var array<array-key, true> */
    private array $broughtAgain;

    /** @var array<array-key, true> */
    private array $apart;
    private ShootWish $otherwise;

    /**
     * @param array<array-key, ShootWish> $shoots       by the key of a frame in the shoot, or by a date, for all shoots of it
     * @param list<string>                $leftOut      keys of frames
     * @param list<string>                $broughtAgain keys of frames to bring in although they are held or twins
     * @param string                      $otherwise    description of a shoot of which nothing is said
     * @param list<string>                $apart        keys of frames whose shoots are their own, whatever their neighbours are
     */
    public function __construct(
        ?StandingOrder $order = null,
        private array $shoots = [],
        public Edits $edits = new Edits(),
        public Clocks $clocks = new Clocks(),
        array $leftOut = [],
        array $broughtAgain = [],
        string $otherwise = '',
        array $apart = [],
    ) {
        $this->apart = array_fill_keys($apart, true);
        $this->otherwise = new ShootWish($otherwise);
        $this->order = $order ?? StandingOrder::byTheDay();
        $this->leftOut = array_fill_keys($leftOut, true);
        $this->broughtAgain = array_fill_keys($broughtAgain, true);
    }

    public function of(ProposedShoot $shoot): ShootWish
    {
        return $this->shoots[$this->anchorOf($shoot)] ?? $this->shoots[$shoot->date] ?? $this->otherwise;
    }

    /** Under which frame something is said of a shoot: the one it began at, else the first in it of which something is said. */
    public function anchorOf(ProposedShoot $shoot): string
    {
        $keys = isset($this->shoots[$shoot->id]) || [] === $this->shoots ? [] : $shoot->keys();
        foreach ([] === $keys ? [] : array_keys($this->shoots) as $anchor) {
            if (isset($keys[$anchor])) {
                return (string) $anchor;
            }
        }

        return $shoot->id;
    }

    public function keepsApart(ProposedShoot $shoot): bool
    {
        return [] !== $this->apart && [] !== array_intersect_key($this->apart, $shoot->keys());
    }

    public function leavesOut(string $frameKey): bool
    {
        return isset($this->leftOut[$frameKey]);
    }

    public function bringsAgain(string $frameKey): bool
    {
        return isset($this->broughtAgain[$frameKey]);
    }
}
