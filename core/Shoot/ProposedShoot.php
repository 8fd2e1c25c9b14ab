<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Card\ReadFrame;

/** Frames that belong together, in the order they were taken. */
final readonly class ProposedShoot
{
    /**
     * @param string                    $date   "2026-05-04"
     * @param non-empty-list<ReadFrame> $frames
     */
    public function __construct(public string $date, public array $frames)
    {
    }
}
