<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Server\Persistence\Looks\JudgedFrame;

/** A frame that is looked at. */
final readonly class LookFrameView
{
    public int $id;
    public int $shoot;
    public string $stem;
    public string $takenAt;
    public bool $hasPicture;
    public string $body;
    public string $lens;

    /** @var list<string> endings of its files, ".orw", ".jpg" */
    public array $endings;

    /** Whether it has a raw, whose samples can be read. */
    public bool $hasRaw;

    /** What its file said before it came here, in words; empty where that was nothing. */
    public string $came;

    public JudgementView $judged;

    public function __construct(JudgedFrame $frame)
    {
        $this->id = $frame->frame->id;
        $this->shoot = $frame->shoot;
        $this->stem = $frame->stem;
        $this->takenAt = $frame->takenAt;
        $this->hasPicture = $frame->hasPicture;
        $this->body = $frame->frame->body;
        $this->lens = $frame->frame->lens;
        $this->endings = $frame->endings;
        $this->hasRaw = [] !== array_filter($frame->endings, static fn (string $ending): bool => Kind::StillRaw === Kind::ofPath("x$ending"));
        $this->came = $frame->came->is(Judgement::none()) ? '' : $frame->came->inWords();
        $this->judged = new JudgementView($frame->frame);
    }
}
