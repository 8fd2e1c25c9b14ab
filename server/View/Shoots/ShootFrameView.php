<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Shoots;

use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Server\Persistence\Shoots\ShownFrame;
use VelvetLedger\Server\View\Look\JudgementView;

/** A frame of a shoot among all others: what it is called now, what it was called, and what it says. What was recorded is asked for when one looks at it. */
final readonly class ShootFrameView
{
    public int $id;

    /** That it was moved to since it came in; '' where it lies as it did. */
    public string $subfolder;
    public string $stem;
    public string $takenAt;
    public bool $datedByFile;
    public bool $hasPicture;
    public int $bytes;

    /** @var list<string> */
    public array $names;

    /** @var list<string> */
    public array $originals;

    public JudgementView $judged;

    /** @param list<FrameHint> $hints */
    public function __construct(ShownFrame $frame, public FrameStampView $stamp, public array $hints)
    {
        $this->id = $frame->id;
        $this->subfolder = $frame->subfolder;
        $this->stem = $frame->stem;
        $this->takenAt = $frame->takenAt;
        $this->datedByFile = $frame->datedByFile;
        $this->hasPicture = $frame->hasPicture;
        $this->bytes = $frame->bytes;
        $this->names = $frame->names;
        $this->originals = $frame->originals;
        $this->judged = new JudgementView($frame->looked);
    }
}
