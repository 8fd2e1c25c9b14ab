<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Keeping\KeepingPlan;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Order\PatternDocument;
use VelvetLedger\Server\Keeping\KeepingWords;
use VelvetLedger\Server\Keeping\KeepsShoots;
use VelvetLedger\Server\Persistence\Changes\KeptRepository;
use VelvetLedger\Server\Persistence\Changes\ShootChanges;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Keeping\KeepingView;
use VelvetLedger\Server\View\Keeping\ShootKeptView;

/** A shoot as it is kept, and a change of it before it is made, as the page and the commands show them. */
final readonly class KeepingPage
{
    public function __construct(private KeepsShoots $keeps, private ShootChanges $shoots, private KeptRepository $frames, private Stores $stores)
    {
    }

    public function kept(Shoot $shoot): ShootKeptView
    {
        $frames = $this->frames->of([$shoot->id()]);
        $bodies = array_count_values(array_filter(array_map(static fn (KeptFrame $frame): string => $frame->source->body ?? '', $frames), static fn (string $body): bool => '' !== $body));
        arsort($bodies);

        return new ShootKeptView($this->shoots->kept($shoot->id()), PatternDocument::ofNames($this->keeps->patternOf($frames)), KeepingPlan::isNumberedInOrder($frames), array_map(strval(...), array_keys($bodies)));
    }

    /**
     * @param string $search in names before and after
     * @param int    $most   names
     */
    public function shown(Shoot $shoot, KeepingWish $wish, string $search = '', int $most = \PHP_INT_MAX): KeepingView
    {
        $plan = $this->keeps->show($shoot, $wish);
        $before = $this->shoots->kept($shoot->id());
        $into = $this->keeps->into($wish);

        return new KeepingView($plan, KeepingWords::of($plan, $wish, $before, $into), $before, $into, $this->stores->away(), $search, $most);
    }
}
