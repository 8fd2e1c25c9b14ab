<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Aside;

use VelvetLedger\Server\Persistence\Shoots\AsideSum;

/** What frames come to that are dropped, or set aside. */
final readonly class AsideSumView
{
    public int $frames;
    public int $bytes;
    public int $starred;

    /** Those of which a file has one proven copy or none. */
    public int $once;

    public function __construct(AsideSum $sum)
    {
        $this->frames = $sum->frames;
        $this->bytes = $sum->bytes;
        $this->starred = $sum->starred;
        $this->once = $sum->once;
    }
}
