<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Store;

/**
 * Which ledger writes to a store: its identity, which a restored one has as well; a counter that is one more with each that takes over; and
 * what tells two of one count apart.
 */
final readonly class LedgerSign
{
    private const FORM = '/^ledger ([0-9a-f-]{36}) (\d{1,9}) ([0-9a-f-]{36})$/';

    /**
     * @param string       $ledger   UUID
     * @param string       $here     UUID of this one, and of no other that was made from the same dump
     * @param bool         $isClosed whether it was handed over, and writes to none any more
     * @param list<string> $takenIn  ledgers whose frames and stores are this one's by now
     */
    public function __construct(public string $ledger, public int $turn, public string $here, public bool $isClosed = false, private array $takenIn = [])
    {
    }

    /** Null of a line that is none. */
    public static function read(string $line): ?self
    {
        return 1 === preg_match(self::FORM, $line, $found) ? new self($found[1], (int) $found[2], $found[3]) : null;
    }

    public function line(): string
    {
        return "ledger $this->ledger $this->turn $this->here";
    }

    /** Whether a store that bears another sign is this ledger's to write to: none that another took over, or may have. */
    public function mayWriteWhere(?self $stands): bool
    {
        return !$this->isClosed && (null === $stands || \in_array($stands->ledger, $this->takenIn, true) || ($stands->ledger === $this->ledger && ($stands->turn < $this->turn || ($stands->turn === $this->turn && $stands->here === $this->here))));
    }
}
