<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CouldNotList;

/** What was read of the cards of a desk, all together. */
final readonly class DeskReadings
{
    public function __construct(private CardReadings $readings, private Twins $twins)
    {
    }

    /**
     * What is known of them, with what is unreadable on one taken from its twin; nothing is read for it.
     *
     * @param \Closure(Volume): bool $ask has a card looked at that was not read wholly; false where that is being done
     *
     * @throws CouldNotList
     */
    public function soFar(CardsOnDesk $desk, \Closure $ask): Reading
    {
        $frames = $files = $bytes = 0;
        $isComplete = true;
        $contents = $desk->contents(function (Volume $volume) use ($ask, &$frames, &$files, &$bytes, &$isComplete): CardContents {
            $reading = $this->readings->soFar($volume);
            $reading = !$reading->isComplete() && $ask($volume) ? $this->readings->soFar($volume) : $reading;
            $frames += $reading->framesInAll;
            $files += $reading->filesInAll;
            $bytes += $reading->bytesInAll;
            $isComplete = $isComplete && $reading->isComplete();

            return $reading->isComplete() ? $this->twins->heal($volume, $reading->contents) : $reading->contents;
        });

        return new Reading($contents, $isComplete ? \count($contents->frames) : $frames, $files, $bytes);
    }

    /**
     * As each was read, by itself: nothing taken from a twin.
     *
     * @throws CouldNotList
     */
    public function unhealed(CardsOnDesk $desk): CardContents
    {
        return $desk->contents(fn (Volume $volume): CardContents => $this->readings->soFar($volume)->contents);
    }

    /** @throws CouldNotList */
    public function whole(CardsOnDesk $desk): CardContents
    {
        return $desk->contents(fn (Volume $volume): CardContents => $this->twins->heal($volume, $this->readings->whole($volume)));
    }
}
