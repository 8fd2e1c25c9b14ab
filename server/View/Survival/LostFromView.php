<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Survival;

/** A shoot of which files lie on one drive only. */
final readonly class LostFromView
{
    /** @param list<int> $pictures some of the frames, to be looked at */
    public function __construct(public int $shoot, public string $date, public string $description, public int $frames, public int $files, public int $bytes, public array $pictures)
    {
    }
}
