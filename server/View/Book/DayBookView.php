<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Book;

use VelvetLedger\Server\Persistence\DayBook\ChainChecked;

/** A page of the day book, the latest first, and whether its chain of digests is whole. */
final readonly class DayBookView
{
    /** Entries in the whole book. */
    public int $inAll;

    /** Of the last entry. */
    public string $digest;

    /** The first entry that does not fit the chain. */
    public ?int $broken;

    /** When all of it was last found to be whole, ISO 8601; null where it was not yet worked out to its end. */
    public ?string $wholeAt;

    /**
     * @param list<DayBookEntryView> $entries
     * @param int|null               $older   the number to ask for those before
     * @param list<SubjectView>      $cards   that entries can be asked for by
     * @param list<SubjectView>      $stores
     * @param array{int, string}     $length  entries in all, and the digest of the last
     */
    public function __construct(public array $entries, public ?int $older, public array $cards, public array $stores, array $length, ChainChecked $chain)
    {
        [$this->inAll, $this->digest] = $length;
        $this->broken = $chain->broken;
        $this->wholeAt = null === $chain->whole ? null : date(\DATE_ATOM, $chain->whole);
    }
}
