<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Shoots;

/** What a year holds, all of it, whatever part of it is shown. */
final readonly class YearView
{
    public function __construct(public string $year, public int $shoots, public int $frames, public int $bytes)
    {
    }
}
