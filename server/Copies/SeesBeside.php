<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Placing\AtRest;
use VelvetLedger\Core\Placing\BesideWanted;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\BesideRow;
use VelvetLedger\Server\Persistence\Placing\Ground;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Looks into a shoot's folder at its home for what other programs put there, by names, sizes and times: what is new, what is
 * another by now, what vanished. What is being written is not seen before it rests. Nothing there is ever changed.
 */
final readonly class SeesBeside
{
    private const MOST_NAMED = 5;

    public function __construct(private BesideRepository $beside, private PlacingRepository $places, private OtherFiles $files, private Stores $stores, private ClockInterface $clock, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @return bool whether all that lies there rests, and is known now
     *
     * @throws StoreAbsent where its home is away, or leaves
     */
    public function look(int $shoot): bool
    {
        $place = $this->places->place($shoot);
        $rules = $this->places->rules();
        $stores = array_keys($rules->wanted($place));
        $rests = true;
        foreach ($this->beside->grounds($shoot) as $ground) {
            $rests = (!$ground->isOwn() || $this->ground($shoot, $ground, '' === $ground->tree ? $rules->for($place->work)->beside : BesideWanted::all(), $stores)) && $rests;
        }

        return $rests;
    }

    /**
     * @param list<int> $stores that the shoot is to lie at
     *
     * @throws StoreAbsent
     */
    private function ground(int $shoot, Ground $ground, BesideWanted $wanted, array $stores): bool
    {
        $home = null === $ground->store ? $this->stores->ofLedger() : $this->stores->find($ground->store);
        $store = $this->stores->at($home)->open();
        if ($this->beside->isFollowing($home->id())) {
            return false;
        }
        $known = array_column(array_filter($this->beside->ofShoot($shoot), static fn (BesideRow $row): bool => $row->tree === $ground->tree), null, 'path');
        $found = $there = [];
        $rests = true;
        $now = $this->clock->now()->getTimestamp();
        foreach ($wanted->isNothing() ? [] : $this->files->in($store, $home->id(), $ground->folder, $ground->others) as $path => $stat) {
            $below = PathText::of(substr($path, \strlen($ground->folder) + 1));
            if (!$wanted->takes($below)) {
                continue;
            }
            $there[$below] = true;
            $row = $known[$below] ?? null;
            if (null !== $row && !$row->isVanished && $row->bytes === $stat['size'] && $row->modifiedAt === $stat['mtime']) {
                continue;
            }
            if (AtRest::is($stat, $now)) {
                $found[$below] = ['path' => $below, 'bytes' => $stat['size'], 'modified' => $stat['mtime']];
            } else {
                $rests = false;
            }
        }
        $store->confirm(); // what is not there has vanished only if the drive is there
        $vanished = array_filter(array_diff_key($known, $there), static fn (BesideRow $row): bool => !$row->isVanished && $wanted->takes($row->path));
        $renamed = self::renamed($found, $vanished);
        $gone = array_values(array_diff(array_map(static fn (BesideRow $row): string => $row->path, $vanished), $renamed));
        $this->ledger->wrapInTransaction(function () use ($shoot, $ground, $home, $found, $renamed, $gone, $stores): void {
            $this->beside->seen($shoot, $ground->tree, array_values(array_diff_key($found, $renamed)), $renamed, $gone, array_values(array_diff($stores, [$home->id()])));
            if ([] !== $gone) {
                $named = Names::first(array_map($ground->named(...), $gone), self::MOST_NAMED);
                $this->ledger->persist(DayBookEntry::ofStore(\sprintf('%s vanished beside its frames: %s. Copies of %s stay where they are.', Count::of(\count($gone), 'file'), $named, 1 === \count($gone) ? 'it' : 'them'), $home, DayBookKind::Owed, $this->ledger->find(Shoot::class, $shoot)));
                $this->ledger->flush();
            }
        });

        return $rests;
    }

    /**
     * Files that have another name now: of what is new those that have size and time of just one that vanished.
     *
     * @param array<string, array{path: string, bytes: int, modified: int}> $found
     * @param array<string, BesideRow>                                      $vanished
     *
     * @return array<string, string> path now => path before
     */
    private static function renamed(array $found, array $vanished): array
    {
        $before = $now = [];
        foreach ($vanished as $row) {
            $before["$row->bytes $row->modifiedAt"][] = $row->path;
        }
        foreach ($found as $one) {
            $now["{$one['bytes']} {$one['modified']}"][] = $one['path'];
        }
        $renamed = [];
        foreach ($now as $key => $paths) {
            if (1 === \count($paths) && 1 === \count($before[$key] ?? [])) {
                $renamed[$paths[0]] = $before[$key][0];
            }
        }

        return $renamed;
    }
}
