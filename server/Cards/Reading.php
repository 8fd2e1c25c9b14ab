<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\CardContents;

/** A card as far as it has been read: $contents holds the frames read so far of $framesInAll. */
final readonly class Reading
{
    public function __construct(public CardContents $contents, public int $framesInAll, public int $filesInAll, public int $bytesInAll)
    {
    }

    public function isComplete(): bool
    {
        return \count($this->contents->frames) === $this->framesInAll;
    }
}
