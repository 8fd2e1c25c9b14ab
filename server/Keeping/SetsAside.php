<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Shoots\AsideRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** Sets dropped frames of a shoot aside, below a folder of their own at each store, and has them back: a change of places like any other, which each store follows when it is there. */
final readonly class SetsAside
{
    public function __construct(private ChangesNames $names, private AsideRepository $aside)
    {
    }

    /**
     * All that are dropped.
     *
     * @return int how many it is
     *
     * @throws CouldNotRename nothing is changed
     */
    public function aside(Shoot $shoot, AskedBy $by): int
    {
        $under = $this->aside->dropped($shoot->id());

        return $this->change($shoot, array_keys($under), $by, 'set aside', static fn (KeptFrame $frame): Wanted => $frame->now->aside($under[$frame->id]));
    }

    /**
     * @param list<int> $frames of the shoot
     *
     * @return int how many came back
     *
     * @throws CouldNotRename nothing is changed
     */
    public function back(Shoot $shoot, array $frames, AskedBy $by): int
    {
        return $this->change($shoot, $frames, $by, 'brought back', static fn (KeptFrame $frame): Wanted => $frame->now->back());
    }

    /**
     * @param list<int>                   $frames
     * @param \Closure(KeptFrame): Wanted $to
     */
    private function change(Shoot $shoot, array $frames, AskedBy $by, string $done, \Closure $to): int
    {
        return [] === $frames ? 0 : $this->names->of(
            $shoot,
            $frames,
            $by,
            static fn (array $kept): array => array_combine(array_map(static fn (KeptFrame $frame): int => $frame->id, $kept), array_map($to, $kept)),
            static fn (): string => $done,
            static fn (int $changed): string => Count::of($changed, 'frame was', 'frames were')." $done.",
        );
    }
}
