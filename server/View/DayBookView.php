<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

/** A page of the day book, the latest first, and whether its chain of digests is whole. */
final readonly class DayBookView
{
    /**
     * @param list<DayBookEntryView> $entries
     * @param int|null               $older   the number to ask for those before
     * @param list<SubjectView>      $cards   that entries can be asked for by
     * @param list<SubjectView>      $stores
     * @param int                    $inAll   entries in the whole book
     * @param int|null               $broken  the first entry that does not fit the chain
     */
    public function __construct(public array $entries, public ?int $older, public array $cards, public array $stores, public int $inAll, public ?int $broken, public string $digest)
    {
    }
}
