<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\Judgement;

/** Frames of which another program says something else. */
final readonly class ElsewhereSaidView
{
    /** @var list<ElsewhereFrameView> */
    public array $frames;

    /**
     * @param array<int, Judgement> $said  by frame
     * @param int|null              $after which frame there are more; null where these are all
     */
    public function __construct(array $said, public ?int $after)
    {
        $this->frames = array_map(static fn (int $frame, Judgement $of): ElsewhereFrameView => new ElsewhereFrameView($frame, $of), array_keys($said), $said);
    }
}
