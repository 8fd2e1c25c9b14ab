<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\Stores;

/**
 * Folders that were picked as sources, until they are put away: below the readers, the stores and the drives, and nowhere
 * else. Which card a folder is, is told when it is picked, for no folder's time says whether it changed further down.
 */
final readonly class SourceFolders
{
    private const KEPT = 'source.folders';

    public function __construct(private CacheItemPoolInterface $cache, private CardSummaries $summaries, private Settings $settings, private Stores $stores, private Drives $drives)
    {
    }

    /** @return list<Volume> those that are there */
    public function all(): array
    {
        $found = [];
        foreach ($this->kept() as $path => $identity) {
            if (is_dir((string) $path)) {
                $found[] = Volume::of((string) $path, $identity);
            }
        }

        return $found;
    }

    /**
     * @param string $path absolute
     *
     * @throws NoSuchCard
     */
    public function pick(string $path): Volume
    {
        $real = $this->real($path);
        $identity = $this->summaries->fresh($real)->identity;
        $this->keep([$real => $identity] + $this->kept());

        return Volume::of($real, $identity);
    }

    public function putAway(string $id): void
    {
        $this->keep(array_filter($this->kept(), static fn (CardIdentity $identity): bool => $identity->key() !== $id));
    }

    /**
     * @param string $path absolute; '' for where to begin
     *
     * @return array{string, list<string>} the path, as PathText, and the folders in it: of '' where to begin, as absolute paths
     *
     * @throws NoSuchCard
     */
    public function folders(string $path): array
    {
        if ('' === $path) {
            return ['', array_map(PathText::of(...), $this->roots())];
        }
        $real = $this->real($path);

        return [PathText::of($real), array_map(PathText::of(...), FolderNames::toChooseFrom($real))];
    }

    /** @return list<string> */
    private function roots(): array
    {
        $roots = [];
        foreach ($this->settings->readers as $pattern) {
            array_push($roots, ...FolderNames::matching($pattern));
        }
        foreach ($this->stores->all() as $store) {
            $roots[] = $this->stores->at($store)->path;
        }
        foreach ($this->drives->all() as $drive) {
            $roots[] = $drive->path;
        }

        return array_values(array_unique(array_filter($roots, static fn (string $root): bool => '' !== $root && '/' !== $root && is_dir($root))));
    }

    /**
     * A folder that may be picked, of no link.
     *
     * @throws NoSuchCard
     */
    public function real(string $path): string
    {
        $path = str_contains($path, "\0") ? '' : PathText::toPath($path);
        $real = str_starts_with($path, '/') ? realpath($path) : false;

        return false !== $real && is_dir($real) && FolderNames::isWithin($real, $this->roots()) ? $real : throw NoSuchCard::noSuchFolder($path);
    }

    /** @return array<array-key, CardIdentity> path => which card it is */
    private function kept(): array
    {
        $kept = $this->cache->getItem(self::KEPT)->get();

        return \is_array($kept) ? array_filter($kept, static fn (mixed $one): bool => $one instanceof CardIdentity) : [];
    }

    /** @param array<array-key, CardIdentity> $folders */
    private function keep(array $folders): void
    {
        $this->cache->save($this->cache->getItem(self::KEPT)->set($folders));
    }
}
