<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

/** The frames of a pass, in order. */
final readonly class PassFramesView
{
    /** @param list<int> $frames */
    public function __construct(public array $frames)
    {
    }
}
