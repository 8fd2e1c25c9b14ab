<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Aside;

use VelvetLedger\Server\Persistence\Shoots\AsideFrame;
use VelvetLedger\Server\View\Look\JudgementView;

/** A frame that is set aside. */
final readonly class AsideFrameView
{
    public int $id;
    public string $stem;
    public string $takenAt;
    public string $since;
    public bool $hasPicture;
    public int $bytes;
    public int $copies;

    /** @var list<string> */
    public array $endings;

    /** @var list<string> what is wrong with its copies; it goes for good only where it is confirmed by itself */
    public array $doubts;
    public JudgementView $judged;

    public function __construct(AsideFrame $frame)
    {
        $this->id = $frame->id;
        $this->stem = $frame->stem;
        $this->takenAt = $frame->takenAt;
        $this->since = $frame->since;
        $this->hasPicture = $frame->hasPicture;
        $this->bytes = $frame->bytes;
        $this->copies = $frame->copies;
        $this->endings = $frame->endings;
        $this->doubts = $frame->doubts;
        $this->judged = new JudgementView($frame->looked);
    }
}
