<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** A shoot as it will be. */
final readonly class PlannedShoot
{
    /**
     * @param string $id     names it on the desk: the key of the frame that it began at
     * @param string $anchor the frame under which something is to be said of it, see Wishes
     */
    public function __construct(
        public string $id,
        public string $anchor,
        public ShootTitle $title,
        public ShootPlace $place,
        public ShootFrames $frames,
        public FrameCounts $counts,
        public FileCounts $files,
        public NameSpan $names,
    ) {
    }
}
