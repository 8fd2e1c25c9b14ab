<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
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
                $short[] = $row->path;
            }
        }

        return [] === $short ? null : \sprintf('%s in its folder %s not proven elsewhere %s yet: %s', Count::of(\count($short), 'other file'), 1 === \count($short) ? 'is' : 'are', 1 === $number ? 'once' : "$number times", self::named($short));
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
        [$folder, $others] = $this->beside->foldersOf($shoot);
        if ('' === $folder || \in_array($folder, $others, true)) {
            return;
        }
        $rows = $this->beside->at($shoot, $number);
        $proofs = $this->proofs($shoot, $number);
        foreach ($this->files->in($store, $number, $folder, $others) as $path => $stat) {
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
        [$folder, $others] = $this->beside->foldersOf($shoot);
        $paths = '' === $folder || \in_array($folder, $others, true) ? [] : array_map(static fn (string $path): string => PathText::of(substr($path, \strlen($folder) + 1)), array_keys([...$this->files->in($store, $number, $folder, $others)]));

        return [] === $paths ? '' : \sprintf('%s in %s/, and %s nowhere else that counts: %s.', Count::of(\count($paths), 'other file stays', 'other files stay'), PathText::of($folder), 1 === \count($paths) ? 'lies' : 'lie', self::named($paths));
    }

    /** @return array<int, list<array{store: int, path: string, checksum: string, proven: int}>> file => where it lies as it is now, without a store and those that it leaves as well */
    private function proofs(int $shoot, int $store): array
    {
        $leaving = array_keys($this->leaving->stillThere($shoot));
        $home = $this->places->home($shoot);
        $proofs = $this->beside->proofs($shoot);
        foreach ($this->beside->ofShoot($shoot) as $row) {
            if (null !== $home && !$row->isVanished && null !== $row->checksum) {
                $proofs[$row->id][] = ['store' => $home, 'path' => $row->path, 'checksum' => $row->checksum, 'proven' => 0]; // read again: whoever works there changes it at will
            }
        }

        return array_map(static fn (array $of): array => array_values(array_filter($of, static fn (array $one): bool => $one['store'] !== $store && !\in_array($one['store'], $leaving, true))), $proofs);
    }

    /** @param list<string> $paths */
    private static function named(array $paths): string
    {
        return implode(', ', \array_slice($paths, 0, self::MOST_NAMED)).(\count($paths) > self::MOST_NAMED ? ' and '.Count::figure(\count($paths) - self::MOST_NAMED).' more' : '');
    }
}
