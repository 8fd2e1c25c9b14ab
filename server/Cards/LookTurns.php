<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Server\Settings\Home;

/** Whose turn it is to look at a card, and whether it was asked for just now. */
final readonly class LookTurns
{
    /** Nobody looking, it is asked for again after so many seconds: the message may wait behind another card. */
    private const AGAIN = 5;

    public function __construct(private CacheItemPoolInterface $cache, private Home $home)
    {
    }

    /** Whether a card is to be asked for now: nobody looks at it, and nobody asked just before. */
    public function isToBeAsked(Volume $volume, string $for = 'look'): bool
    {
        $item = $this->cache->getItem("asked.$for.".$volume->reading());
        if ($item->isHit() || !$this->take($volume, static fn (): bool => true)) {
            return false;
        }
        $this->cache->save($item->set(true)->expiresAfter(self::AGAIN));

        return true;
    }

    /**
     * Does something with a card while no other process does; false where another does. The lock (flock(2)) ends with its process.
     *
     * @param \Closure(): bool $do
     */
    public function take(Volume $volume, \Closure $do): bool
    {
        $lock = @fopen($this->home->path.'/run/look-'.$volume->reading(), 'c');

        return false === $lock || flock($lock, \LOCK_EX | \LOCK_NB) ? $do() : false;
    }
}
