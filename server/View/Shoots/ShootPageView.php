<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Shoots;

/** One shoot with its frames, in the order they were taken. */
final readonly class ShootPageView
{
    /**
     * @param list<ShootFrameView> $frames
     * @param bool                 $looked whether its copies were looked at just now; they are being, otherwise
     */
    public function __construct(public ShootView $shoot, public array $frames, public bool $looked)
    {
    }
}
