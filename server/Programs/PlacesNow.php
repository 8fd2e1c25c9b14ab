<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Programs;

use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Shoots\LedgerFile;
use VelvetLedger\Server\Persistence\Shoots\Making;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stores\Stores;

/** Where shoots and files lie that are to be opened elsewhere: at the main store, or where that is away, at another. */
final readonly class PlacesNow
{
    public function __construct(private Stores $stores, private ShootRepository $shoots)
    {
    }

    /**
     * @return non-empty-list<string> its folder
     *
     * @throws CouldNotOpenElsewhere
     */
    public function ofShoot(Shoot $shoot): array
    {
        foreach ($this->roots($shoot) as $root) {
            $folder = rtrim("$root/$shoot->folder", '/');
            if (is_dir($folder)) {
                return [$folder];
            }
        }
        throw CouldNotOpenElsewhere::nothingThere('' === $shoot->description ? "the shoot of $shoot->date" : $shoot->description);
    }

    /**
     * @return non-empty-list<string> folders of the shoots that it brought frames into
     *
     * @throws CouldNotOpenElsewhere
     */
    public function ofReceipt(Intake $intake): array
    {
        $found = [];
        foreach ($this->shoots->ofReceipts([$intake->id()])[$intake->id()] ?? [] as $shoot) {
            array_push($found, ...$this->ofShoot($this->shoots->find($shoot['id'])));
        }

        return [] === $found ? throw CouldNotOpenElsewhere::nothingThere("receipt {$intake->id()}") : array_values(array_unique($found));
    }

    /**
     * @param list<int> $frames
     *
     * @return non-empty-list<string> their files, sidecars left away
     *
     * @throws CouldNotOpenElsewhere
     */
    public function ofFrames(Shoot $shoot, array $frames): array
    {
        $roots = $this->roots($shoot);
        $found = [];
        foreach ($this->shoots->frames($shoot) as $frame) {
            foreach (\in_array($frame->id(), $frames, true) ? $frame->filesThere() : [] as $file) {
                $path = Making::Sidecar === $file->making() ? null : self::pathOf($file, $roots);
                if (null !== $path) {
                    $found[] = $path;
                }
            }
        }

        return [] === $found ? throw CouldNotOpenElsewhere::nothingThere('what is picked') : $found;
    }

    /** @param array<int, string> $roots by store */
    private static function pathOf(LedgerFile $file, array $roots): ?string
    {
        foreach ($roots as $store => $root) {
            foreach ($file->copies() as $copy) {
                if ($copy->store->id() === $store && CopyState::Proven === $copy->state() && is_file("$root/{$copy->path()}")) {
                    return "$root/{$copy->path()}";
                }
            }
        }

        return null;
    }

    /** @return array<int, string> of the stores that are there, the shoot's home first */
    private function roots(Shoot $shoot): array
    {
        $roots = $this->stores->roots();
        $home = $this->stores->homeOf($shoot->id())->id();

        return array_intersect_key([$home => $roots[$home] ?? ''], $roots) + $roots;
    }
}
