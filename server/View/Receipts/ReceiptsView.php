<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

use VelvetLedger\Server\Work\FailedPiece;

/** A page of receipts, the latest first; and on the first page, work that failed as often as it is tried. */
final readonly class ReceiptsView
{
    /**
     * @param list<ReceiptView> $receipts
     * @param int|null          $older    the number to ask for those before; null where there are none
     * @param list<FailedPiece> $failed
     */
    public function __construct(public array $receipts, public ?int $older, public array $failed)
    {
    }
}
