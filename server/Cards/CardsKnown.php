<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemInterface;
use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Server\Persistence\HeldRepository;

/** Keeps what the list of cards says of each that was read, for as long as the card is the same, and its new frames for as long as the ledger holds the same. */
final readonly class CardsKnown
{
    public function __construct(private CardReadings $readings, private CardHoldings $holdings, private HeldRepository $held, private CacheItemPoolInterface $cache)
    {
    }

    /**
     * Null where it was not read as it is now.
     *
     * @param int $files on the card, all together
     */
    public function of(Volume $volume, int $files, int $bytes): ?CardKnown
    {
        $known = $this->item($volume)->get();

        return $known instanceof CardKnown ? $known->at($files, $bytes, $this->held->revision()) : null;
    }

    /** Works it out, where all of the card was read. */
    public function learn(Volume $volume): void
    {
        $item = $this->item($volume);
        try {
            $reading = $this->readings->soFar($volume);
        } catch (CouldNotList) {
            return;
        }
        $revision = $this->held->revision(); // asked before what it stands for: what changes meanwhile is counted once more
        if (!$reading->isComplete() || null !== $this->of($volume, $reading->filesInAll, $reading->bytesInAll)?->new) {
            return;
        }
        $frames = $reading->contents->frames;
        $holdings = $this->holdings->of($volume, $frames);
        $dates = array_map(static fn (ReadFrame $frame): string => $frame->takenAt()->date(), $frames);
        $new = \count(array_filter($frames, static fn (ReadFrame $frame): bool => !$frame->isUnreadable() && !$holdings->isUnmarked($frame->frame)));
        $this->cache->save($item->set(new CardKnown([] === $dates ? null : min($dates), [] === $dates ? null : max($dates), $new, $reading->filesInAll, $reading->bytesInAll, $revision))->expiresAfter(86400));
    }

    private function item(Volume $volume): CacheItemInterface
    {
        return $this->cache->getItem('known.'.$volume->reading());
    }
}
