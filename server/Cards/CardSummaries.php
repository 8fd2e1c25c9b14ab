<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\FrameGrouping;

/** What can be said of a card from its directory alone, kept until one of its DCIM folders changes. */
final readonly class CardSummaries
{
    public function __construct(private CacheItemPoolInterface $cache)
    {
    }

    public function of(Volume $volume): CardSummary
    {
        $item = $this->cache->getItem('summary.'.$volume->id.'.'.self::stamp($volume));
        $known = $item->get();
        if ($known instanceof CardSummary) {
            return $known;
        }
        $summary = self::read($volume);
        $this->cache->save($item->set($summary)->expiresAfter(86400));

        return $summary;
    }

    private static function read(Volume $volume): CardSummary
    {
        try {
            $listing = CardWalker::list($volume->path);
        } catch (CouldNotList) {
            return new CardSummary(0, 0, 0, null, null);
        }
        $stills = array_filter($listing->files, static fn (CardFile $file): bool => $file->kind->isStill());
        $times = array_map(static fn (CardFile $file): int => $file->modifiedAt, $stills);

        return new CardSummary(
            \count(FrameGrouping::of($listing->files)->frames),
            \count($listing->files),
            $listing->bytes(),
            [] === $times ? null : min($times),
            [] === $times ? null : max($times),
        );
    }

    private static function stamp(Volume $volume): string
    {
        clearstatcache();
        $folders = [$volume->path, $volume->path.'/DCIM', ...FolderNames::matching($volume->path.'/DCIM/*')];

        return hash('xxh64', implode('|', array_map(static fn (string $folder): string => $folder.':'.((int) @filemtime($folder)).':'.((int) @fileinode($folder)), $folders)));
    }
}
