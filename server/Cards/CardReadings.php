<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Capture\SharedParts;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\FrameGrouping;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Tools\FineTimes;

/**
 * Reads cards, and keeps what was read of each frame for as long as its files keep their names, sizes and
 * times. Pages ask for what is known, and ask again; the reading itself is done in the background, see Looks.
 */
final readonly class CardReadings
{
    public function __construct(private FrameReader $reader, private CardWalker $walker, private CacheItemPoolInterface $cache, private FineTimes $times, private Pace $pace)
    {
    }

    /**
     * What is known of a card after reading for at most about $seconds.
     *
     * @throws CouldNotList
     */
    public function within(Volume $volume, float $seconds): Reading
    {
        $listing = $this->walker->list($volume->path);
        $slice = $this->pace->slice($seconds); // a slow card's listing does not keep it from being read
        $grouping = FrameGrouping::of($listing->files);
        $item = $this->cache->getItem('reading.'.$volume->reading());
        $known = $item->get();
        $known = \is_array($known) ? $known : [];
        $read = $kept = [];
        $news = 0;
        foreach ($grouping->frames as $frame) {
            $signature = $this->signature($volume, $frame);
            $before = $known[$signature] ?? null;
            if (!$before instanceof KeptRead) {
                if ($slice->isOver()) {
                    continue;
                }
                $before = KeptRead::of($this->reader->read($volume->path, $frame));
                if (!self::stands($volume->path, $frame)) {
                    continue; // the card left while it was read: what could not be read of it says nothing of its files
                }
                ++$news;
            }
            $read[] = $before->frame($frame);
            $kept[$signature] = $before;
        }
        if ($news > 0) {
            $parts = new SharedParts();
            $this->cache->save($item->set(array_map(static fn (KeptRead $one): KeptRead => $one->sharing($parts), $kept)));
        }

        return new Reading(new CardContents($read, $grouping->others, $listing->troubles), \count($grouping->frames), \count($listing->files), $listing->bytes());
    }

    /**
     * What is known of a card; nothing is read for it.
     *
     * @throws CouldNotList
     */
    public function soFar(Volume $volume): Reading
    {
        return $this->within($volume, -\INF);
    }

    /** @throws CouldNotList */
    public function whole(Volume $volume): CardContents
    {
        return $this->within($volume, \INF)->contents;
    }

    private static function stands(string $root, Frame $frame): bool
    {
        foreach ($frame->files as $file) {
            clearstatcache(true, $root.'/'.$file->path);
            if (false === @lstat($root.'/'.$file->path)) {
                return false;
            }
        }

        return true;
    }

    private function signature(Volume $volume, Frame $frame): string
    {
        return hash('xxh128', implode("\0", array_map(fn (CardFile $file): string => "$file->path\0$file->bytes\0".$this->times->of($volume->path.'/'.$file->path), $frame->files)));
    }
}
