<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\Decision;
use VelvetLedger\Core\Look\Judgement;

/** What another program wrote of a frame. */
final readonly class ElsewhereFrameView
{
    public ?Decision $decision;
    public int $stars;
    public ?string $label;

    public function __construct(public int $frame, Judgement $said)
    {
        $this->decision = $said->decision;
        $this->stars = $said->stars;
        $this->label = $said->label;
    }
}
