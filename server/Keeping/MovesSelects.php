<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\Subfolders;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** Moves frames of a shoot to a subfolder of it, to be edited from there, and back to where they lay: a change of places like any other. */
final readonly class MovesSelects
{
    public function __construct(private ChangesNames $names)
    {
    }

    /**
     * @param list<int> $frames    of the shoot; what is set aside among them stays
     * @param string    $subfolder "selects", "exports/full"
     *
     * @return int how many it is
     *
     * @throws CouldNotOrder|CouldNotRename nothing is changed
     */
    public function into(Shoot $shoot, array $frames, string $subfolder, AskedBy $by): int
    {
        $folder = ltrim($shoot->folder.'/'.Subfolders::of([$subfolder])->make[0], '/');

        return $this->move($shoot, $frames, $by, "moved to $subfolder", static fn (KeptFrame $frame): Wanted => $frame->now->picked($folder));
    }

    /**
     * @param list<int> $frames of the shoot
     *
     * @return int how many it is
     *
     * @throws CouldNotRename nothing is changed
     */
    public function back(Shoot $shoot, array $frames, AskedBy $by): int
    {
        return $this->move($shoot, $frames, $by, 'moved back', static fn (KeptFrame $frame): Wanted => $frame->now->unpicked());
    }

    /**
     * @param list<int>                   $frames
     * @param \Closure(KeptFrame): Wanted $to
     */
    private function move(Shoot $shoot, array $frames, AskedBy $by, string $done, \Closure $to): int
    {
        return [] === $frames ? 0 : $this->names->of($shoot, $frames, $by, static function (array $kept) use ($to): array {
            $here = array_values(array_filter($kept, static fn (KeptFrame $frame): bool => null === $frame->now->asideFrom));

            return array_combine(array_map(static fn (KeptFrame $frame): int => $frame->id, $here), array_map($to, $here));
        }, static fn (): string => $done, static fn (int $changed): string => Count::of($changed, 'frame was', 'frames were')." $done.");
    }
}
