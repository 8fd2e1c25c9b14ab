<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\LookedAt;

/** What came of acts, or was judged since one: how these frames are judged now, those of them that another had judged first, and where the sitting stands. */
final readonly class JudgedView
{
    /** @var list<JudgementView> */
    public array $frames;

    /**
     * @param list<LookedAt> $frames
     * @param list<int>      $met    of them, those of which nothing was made
     */
    public function __construct(array $frames, public array $met, public StandingView $standing)
    {
        $this->frames = array_map(static fn (LookedAt $frame): JudgementView => new JudgementView($frame), $frames);
    }
}
