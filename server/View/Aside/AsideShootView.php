<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Aside;

/** A shoot that frames are set aside from. */
final readonly class AsideShootView
{
    /** @param string $since the day on which the first of them was */
    public function __construct(public int $shoot, public string $date, public string $description, public int $frames, public string $since)
    {
    }
}
