<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Store;

use VelvetLedger\Core\Words\Size;

/** The room on a drive: bytes that are free, of which some are spoken for by what it is owed. All that is said of room is said from here. */
final readonly class Room
{
    /** What a drive keeps to itself, bytes. */
    private const OWN = 64_000_000;

    /** @param int $owedBytes of copies that are still to be made there */
    public function __construct(public int $freeBytes, public int $owedBytes = 0)
    {
    }

    /** Whether so much more comes in beside what it is owed; nothing always does. */
    public function takes(int $bytes): bool
    {
        return 0 === $bytes || $this->freeBytes >= $this->neededFor($bytes);
    }

    /** What should be free for so much, and for what it is owed. */
    public function neededFor(int $bytes): int
    {
        return self::withMargin($bytes + $this->owedBytes);
    }

    /** How many more cards of so many bytes there is room for, when what it is owed is there. */
    public function cardsMore(int $card): int
    {
        return max(0, intdiv($this->freeBytes - self::withMargin($this->owedBytes), max(1, self::withMargin($card) - self::OWN)));
    }

    /** What is to be known of it before copies are trusted to it, in a sentence; '' where there is nothing. */
    public function inWords(?int $lastCard): string
    {
        if ($this->owedBytes > 0 && $this->freeBytes < self::withMargin($this->owedBytes)) {
            return \sprintf('There is too little room for what it is owed: %s free, %s needed.', Size::of($this->freeBytes), Size::of(self::withMargin($this->owedBytes)));
        }
        $after = 0 === $this->owedBytes ? '' : ' when what it is owed is there';

        return null !== $lastCard && 0 === $this->cardsMore($lastCard) ? \sprintf('There is room for less than one more card like the last%s: %s free, %s needed.', $after, Size::of($this->freeBytes), Size::of($this->neededFor($lastCard))) : '';
    }

    /** A twentieth more, and what a drive keeps to itself. */
    public static function withMargin(int $bytes): int
    {
        return $bytes + intdiv($bytes, 20) + self::OWN;
    }
}
