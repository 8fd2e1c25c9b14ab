<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** How careful an order is with copies: how many proven ones clear a card, and what is done to be sure of them. */
final readonly class CopiesWanted
{
    private const MOST = 9;

    private function __construct(public int $number, public bool $readTwice, public bool $sha256, public bool $seenNow, public SecondCopy $second = SecondCopy::AtOnce)
    {
    }

    public static function two(): self
    {
        return new self(2, false, false, false);
    }

    /**
     * @param int        $number    proven copies, each on a device of its own, before a card may be formatted
     * @param bool       $readTwice whether the card is read a second time and compared: finds a reader or cable that lies
     * @param bool       $sha256    whether a list of SHA-256 stands beside that of XXH128
     * @param bool       $seenNow   whether all of these must be seen when the card is cleared: none counts whose drive is away
     * @param SecondCopy $second    when the copies on mirrors are made
     *
     * @throws CouldNotOrder
     */
    public static function of(int $number, bool $readTwice = false, bool $sha256 = false, bool $seenNow = false, SecondCopy $second = SecondCopy::AtOnce): self
    {
        return $number >= 1 && $number <= self::MOST ? new self($number, $readTwice, $sha256, $seenNow, $second) : throw CouldNotOrder::copies(self::MOST);
    }
}
