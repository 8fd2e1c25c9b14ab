<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\NamesAnew;
use VelvetLedger\Core\Keeping\Renaming;
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
        return $this->change($shoot, $frames, $by, 'brought back', static fn (KeptFrame $frame): Wanted => $frame->now->back(), true);
    }

    /**
     * @param list<int>                   $frames
     * @param \Closure(KeptFrame): Wanted $to
     * @param bool                        $toldApart whether their names may be others' by now
     */
    private function change(Shoot $shoot, array $frames, AskedBy $by, string $done, \Closure $to, bool $toldApart = false): int
    {
        /** @var list<KeptFrame> $renamed */
        $renamed = [];

        return [] === $frames ? 0 : $this->names->of(
            $shoot,
            $frames,
            $by,
            static function (array $kept, \Closure $names) use ($to, $toldApart, &$renamed): array {
                $wanted = array_combine(array_map(static fn (KeptFrame $frame): int => $frame->id, $kept), array_map($to, $kept));

                $wanted = $toldApart ? (new NamesAnew(static fn (string $folder): array => Renaming::staying($folder, $names($folder), $kept), []))->each($kept, $wanted, static fn (KeptFrame $frame): string => $frame->now->stem) : $wanted;
                $renamed = array_values(array_filter($kept, static fn (KeptFrame $frame): bool => $wanted[$frame->id]->stem !== $frame->now->stem));

                return $wanted;
            },
            static fn (): string => $done,
            static function (int $changed) use ($done, &$renamed): string {
                return Count::of($changed, 'frame was', 'frames were')." $done".([] === $renamed ? '' : ', '.Count::figure(\count($renamed)).' under another name, for another has its own').'.';
            },
        );
    }
}
