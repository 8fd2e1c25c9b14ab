<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Server\Persistence\Looks\JudgedFrame;

/** A sitting as it opens: what it is of, its frames in the order they were taken, and where it stands. */
final readonly class LookView
{
    /** @var list<LookFrameView> */
    public array $frames;

    /**
     * @param int|null          $goal   how many are to be delivered
     * @param list<JudgedFrame> $frames
     */
    public function __construct(public string $lot, public string $title, public ?int $goal, array $frames, public StandingView $standing)
    {
        $this->frames = array_map(static fn (JudgedFrame $frame): LookFrameView => new LookFrameView($frame), $frames);
    }
}
