<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Server\Persistence\DayBook\ChainChecked;
use VelvetLedger\Server\Persistence\DayBook\DayBookRepository;

/**
 * Whether the day book's chain of digests is whole, worked out again some hundred entries at a time, each time it is asked:
 * what came since at once, and all of it anew every few minutes, for what was checked may have been changed since.
 */
final readonly class DayBookChain
{
    private const AT_ONCE = 250;
    private const SECONDS = 600;

    public function __construct(private DayBookRepository $book, private CacheItemPoolInterface $cache, private ClockInterface $clock)
    {
    }

    public function checked(): ChainChecked
    {
        $item = $this->cache->getItem('day-book.chain');
        $before = $item->get();
        $now = $this->clock->now()->getTimestamp();
        $before = $before instanceof ChainChecked && $this->book->sealAt($before->position) === $before->digest ? $before : null; // of this very book
        $from = null !== $before && $now - $before->begun < self::SECONDS ? $before : ChainChecked::begun($now, $before);
        $checked = $this->book->check($from, self::AT_ONCE, $now);
        $this->cache->save($item->set($checked));

        return $checked;
    }
}
