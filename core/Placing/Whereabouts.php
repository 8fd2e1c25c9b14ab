<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

use VelvetLedger\Core\Order\SecondCopy;

/** Where a shoot lies, and is to lie, as far as rules ask for it. */
final readonly class Whereabouts
{
    /**
     * @param int|null   $home       the store that its main copies lie at
     * @param int|null   $comesTo    the store that is its home when all of it is there
     * @param bool       $isFiled    it was sent to where finished work ends
     * @param SecondCopy $second     when its copies on mirrors are made
     * @param bool       $isAskedFor and that this was said, where they wait for it
     */
    public function __construct(public int $shoot, public PlacedWork $work, public ?int $home, public ?int $comesTo = null, public bool $isFiled = false, public SecondCopy $second = SecondCopy::AtOnce, public bool $isAskedFor = false)
    {
    }

    /** Whether its second copies are made, or owed: what waits for a first look, or for a word, is neither. */
    public function isMirrored(): bool
    {
        return SecondCopy::AtOnce === $this->second || $this->isAskedFor;
    }
}
