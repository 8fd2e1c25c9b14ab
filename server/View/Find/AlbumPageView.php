<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

use VelvetLedger\Server\View\Shoots\ShootFrameView;

/** An album with its frames, in its order. */
final readonly class AlbumPageView
{
    /** @param list<ShootFrameView> $frames */
    public function __construct(public AlbumView $album, public array $frames)
    {
    }
}
