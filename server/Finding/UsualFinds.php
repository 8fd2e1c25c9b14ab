<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Finding;

use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;

/** What everybody looks for. */
final readonly class UsualFinds
{
    public function __construct(private ReceiptRepository $receipts)
    {
    }

    /** @return array<string, string> name => query as a text */
    public function all(): array
    {
        $last = $this->receipts->page(null)[0] ?? null;

        return array_map(static fn (FindQuery $query): string => $query->text(), [
            ...null === $last ? [] : ['the last receipt' => FindQuery::all()->with(FindFacet::Intake, (string) $last->id())],
            'today' => FindQuery::words('today'),
            'this week' => FindQuery::words('this week'),
            'not judged yet' => FindQuery::all()->with(FindFacet::Judged, ''),
            'not twice proven' => FindQuery::all()->with(FindFacet::Copies, 'one copy', 'no whole copy'),
        ]);
    }
}
