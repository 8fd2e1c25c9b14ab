<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Shoots;

use VelvetLedger\Server\View\Cards\FactsView;

/** What was recorded of a frame. */
final readonly class FrameFactsView
{
    /** @param FactsView|null $facts of a clip, or where nothing was recorded, there are none */
    public function __construct(public int $frame, public ?FactsView $facts)
    {
    }
}
