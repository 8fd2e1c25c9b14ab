<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

use VelvetLedger\Core\Receipt\Conversions;

/** How far the raws of a receipt are on their way to being DNGs, and which could not be. */
final readonly class ConversionsView
{
    public int $asked;
    public int $waiting;

    /** Raws that are to go, and stay until their DNGs are proven at every store. */
    public int $staying;

    /** Raws that their DNGs took the place of. */
    public int $gone;
    public string $sentence;

    /** @var list<RefusedRawView> */
    public array $refused;

    /** @param list<array{string, string}> $refused path on the card, and why */
    public function __construct(Conversions $sum, array $refused)
    {
        [$this->asked, $this->waiting, $this->staying, $this->gone, $this->sentence] = [$sum->asked, $sum->waiting, $sum->staying, $sum->gone, $sum->sentence()];
        $this->refused = array_map(static fn (array $one): RefusedRawView => new RefusedRawView(...$one), $refused);
    }
}
