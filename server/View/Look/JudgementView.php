<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\Decision;
use VelvetLedger\Core\Look\LookedAt;

/** How a frame is judged, and the revision that this is. */
final readonly class JudgementView
{
    public int $frame;
    public ?Decision $decision;
    public int $stars;
    public ?string $label;

    /** Quarters to the right from how the camera recorded it. */
    public int $turned;
    public int $revision;

    public function __construct(LookedAt $looked)
    {
        $this->frame = $looked->id;
        $this->decision = $looked->judged->decision;
        $this->stars = $looked->judged->stars;
        $this->label = $looked->judged->label;
        $this->turned = $looked->judged->turned;
        $this->revision = $looked->revision;
    }
}
