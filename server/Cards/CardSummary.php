<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

/** A card's directory in numbers; times are those of its stills' files, Unix seconds. */
final readonly class CardSummary
{
    public function __construct(public int $frames, public int $files, public int $bytes, public ?int $first, public ?int $last)
    {
    }
}
