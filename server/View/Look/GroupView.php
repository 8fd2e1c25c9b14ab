<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\FrameGroup;
use VelvetLedger\Core\Look\GroupKind;
use VelvetLedger\Core\Look\Likeness;

/** Frames that belong together, in the order they were taken; and the same, the sharpest first, where that was measured. */
final readonly class GroupView
{
    public GroupKind $kind;

    /** @var list<int> */
    public array $frames;

    /** @var list<int> */
    public array $bySharpness;

    public function __construct(FrameGroup $group)
    {
        $this->kind = $group->kind;
        $this->frames = array_map(static fn (Likeness $one): int => $one->frame, $group->members);
        $this->bySharpness = $group->bySharpness();
    }
}
