<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Psr\Cache\CacheItemInterface;
use Psr\Cache\CacheItemPoolInterface;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Server\Persistence\Cards\HeldRepository;

/** Keeps what the list of cards says of each that was read, for as long as the card is the same, and its new frames for as long as the ledger holds the same. */
final readonly class CardsKnown
{
    public function __construct(private CardReadings $readings, private CardHoldings $holdings, private HeldRepository $held, private Twins $twins, private Readers $readers, private CacheItemPoolInterface $cache)
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

        return $known instanceof CardKnown ? $known->at($files, $bytes, $this->revision()) : null;
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
        $revision = $this->revision(); // asked before what it stands for: what changes meanwhile is counted once more
        if (!$reading->isComplete() || null !== $this->of($volume, $reading->filesInAll, $reading->bytesInAll)?->new) {
            return;
        }
        $frames = $this->twins->heal($volume, $reading->contents)->frames; // as its desk shows them
        $holdings = $this->holdings->of(CardsOnDesk::of($volume), $frames);
        $dates = array_map(static fn (ReadFrame $frame): string => $frame->takenAt()->date(), $frames);
        $new = \count(array_filter($frames, $holdings->isNew(...)));
        $this->cache->save($item->set(new CardKnown([] === $dates ? null : min($dates), [] === $dates ? null : max($dates), $new, $reading->filesInAll, $reading->bytesInAll, $revision))->expiresAfter(86400));
    }

    /** Another whenever the ledger holds something else, or other cards are in the readers: what is unreadable here may be whole there. */
    private function revision(): string
    {
        return $this->held->revision().' '.hash('xxh64', implode(' ', array_map(static fn (Volume $volume): string => $volume->reading(), $this->readers->volumes())));
    }

    private function item(Volume $volume): CacheItemInterface
    {
        return $this->cache->getItem('known.'.$volume->reading());
    }
}
