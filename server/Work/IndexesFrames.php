<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Server\Finding\KeepsIndex;

/** Brings the index up to date for a page that asks: the first of it at once, the rest by a worker, asked for once. */
final readonly class IndexesFrames
{
    /** Seconds that a worker goes on at a time. */
    private const SLICE = 3.0;

    /** Seconds after which it is asked for again. */
    private const AGAIN = 5;

    public function __construct(private KeepsIndex $index, private Lane $lane, private CacheItemPoolInterface $cache)
    {
    }

    /** @return int blocks that a worker is still to do */
    public function catchUp(): int
    {
        $left = $this->index->glance();
        $asked = $this->cache->getItem('find.index');
        if ($left > 0 && !$asked->isHit()) {
            $this->cache->save($asked->set(true)->expiresAfter(self::AGAIN));
            $this->lane->send(new IndexFrames());
        }

        return $left;
    }

    #[AsMessageHandler]
    public function do(IndexFrames $work): void
    {
        $before = $this->index->touched();
        $left = $this->index->catchUp(self::SLICE);
        if ($left > 0) {
            $this->lane->send($work, $left < $before ? 0 : 1000);
        }
    }
}
