<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\Ground;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/** What other programs put beside frames leaves a store with them: each file only if it lies elsewhere as often as is asked for, with its very bytes. What does not stays, and is named. */
final readonly class LeavesBeside
{
    private const MOST_NAMED = 5;

    public function __construct(private BesideRepository $beside, private LeavingRepository $leaving, private PlacingRepository $places, private OtherFiles $files, private ProvenElsewhere $elsewhere)
    {
    }

    /**
     * Whether all that was seen of a shoot is safe without a store.
     *
     * @return string|null what is not, in words without a full stop; null where all is
     */
    public function lacks(int $shoot, int $store, int $number): ?string
    {
        $short = [];
        $proofs = $this->proofs($shoot, $store);
        foreach ($this->beside->ofShoot($shoot) as $row) {
            if (!$row->isVanished && $this->elsewhere->atLeast(array_column($proofs[$row->id] ?? [], 'store')) < $number) {
                $short[] = '' === $row->tree ? $row->path : "$row->tree: $row->path";
            }
        }

        return [] === $short ? null : \sprintf('%s in its folder %s not proven elsewhere %s yet: %s', Count::of(\count($short), 'other file'), 1 === \count($short) ? 'is' : 'are', 1 === $number ? 'once' : "$number times", Names::first($short, self::MOST_NAMED));
    }

    /**
     * Takes away what may go; cut off, it is done again.
     *
     * @param \Closure(int): mixed $watch
     *
     * @throws StoreAbsent where the store leaves
     */
    public function leave(OpenStore $store, int $number, int $shoot, int $copies, \Closure $watch): void
    {
        $proofs = $this->proofs($shoot, $number);
        foreach ($this->beside->grounds($shoot) as $ground) {
            if ($ground->isOwn() && !$this->worksThere($ground, $number, $shoot)) {
                $this->ofGround($store, $number, $shoot, $ground, $proofs, $copies, $watch);
            }
        }
    }

    /** Whether it is a tree on a store of its own, which is left with no shoot. */
    private function worksThere(Ground $ground, int $store, int $shoot): bool
    {
        return '' !== $ground->tree && $ground->store === $store && $ground->store !== $this->places->home($shoot);
    }

    /**
     * @param array<int, list<array{store: int, path: string, checksum: string, proven: int}>> $proofs
     * @param \Closure(int): mixed                                                             $watch
     *
     * @throws StoreAbsent
     */
    private function ofGround(OpenStore $store, int $number, int $shoot, Ground $ground, array $proofs, int $copies, \Closure $watch): void
    {
        $folder = $ground->folder;
        $rows = $this->beside->at($shoot, $ground->tree, $number);
        foreach ($this->files->in($store, $number, $folder, $ground->others) as $path => $stat) {
            $watch(0);
            $row = $rows[PathText::of(substr($path, \strlen($folder) + 1))] ?? null;
            if (null === $row?->checksum || $row->bytes !== $stat['size'] || $this->elsewhere->atLeast($this->elsewhere->ofBeside($proofs[$row->id] ?? [], $folder, $row->bytes, $watch)) < $copies) {
                continue;
            }
            if (null === TakesAway::file($store, $path, [$row->checksum])[0]) {
                Moving::clearEmpty($store, OpenStore::folderOf($path));
            }
        }
        $store->confirm();
        foreach ($rows as $row) {
            if (null !== $row->copy && false === @lstat($store->path($folder.'/'.PathText::toPath($row->lies)))) {
                $this->beside->gone($row);
            }
        }
    }

    /** What still lies there beside its frames, in a sentence; '' where nothing does. */
    public function stays(OpenStore $store, int $number, int $shoot): string
    {
        $paths = [];
        foreach ($this->beside->grounds($shoot) as $ground) {
            foreach ($ground->isOwn() && !$this->worksThere($ground, $number, $shoot) ? $this->files->in($store, $number, $ground->folder, $ground->others) : [] as $path => $stat) {
                $paths[] = PathText::of($path);
            }
        }

        return [] === $paths ? '' : \sprintf('%s, and %s not as often elsewhere: %s.', Count::of(\count($paths), 'other file stays', 'other files stay'), 1 === \count($paths) ? 'lies' : 'lie', Names::first($paths, self::MOST_NAMED));
    }

    /** @return array<int, list<array{store: int, path: string, checksum: string, proven: int}>> file => where it lies as it is now, without a store and those that it leaves as well */
    private function proofs(int $shoot, int $store): array
    {
        $leaving = array_keys($this->leaving->stillThere($shoot));
        $grounds = $this->beside->grounds($shoot);
        $proofs = $this->beside->proofs($shoot);
        foreach ($this->beside->ofShoot($shoot) as $row) {
            $home = ($grounds[$row->tree] ?? null)?->store;
            if (null !== $home && !$row->isVanished && null !== $row->checksum) {
                $proofs[$row->id][] = ['store' => $home, 'path' => $row->path, 'checksum' => $row->checksum, 'proven' => 0]; // read again: whoever works there changes it at will
            }
        }

        return array_map(static fn (array $of): array => array_values(array_filter($of, static fn (array $one): bool => $one['store'] !== $store && !\in_array($one['store'], $leaving, true))), $proofs);
    }
}
