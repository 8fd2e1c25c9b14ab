<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

use VelvetLedger\Core\Hint\FrameHint;

/** What previews hint at, as far as they are measured. */
final readonly class HintsView
{
    /** @param array<array-key, list<FrameHint>> $hints by frame key */
    public function __construct(public int $measured, public int $of, public array $hints)
    {
    }
}
