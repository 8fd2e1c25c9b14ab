<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;

/** How far copying to a folder is, for an hour, by the name that it was given when it was asked for. */
final readonly class ApartProgress
{
    private const KEPT = 3600;

    public function __construct(private CacheItemPoolInterface $cache)
    {
    }

    public static function newName(): string
    {
        return bin2hex(random_bytes(8));
    }

    public function keep(string $name, Apart $now): void
    {
        $this->cache->save($this->cache->getItem(self::key($name))->set($now)->expiresAfter(self::KEPT));
    }

    public function of(string $name): Apart
    {
        $found = $this->cache->getItem(self::key($name))->get();

        return $found instanceof Apart ? $found : new Apart(0, 0, [], false);
    }

    private static function key(string $name): string
    {
        return 'apart.'.hash('xxh128', $name);
    }
}
