<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\Pass;

/** A pass, and how many frames it would have now. */
final readonly class PassCountView
{
    public function __construct(public Pass $pass, public int $frames)
    {
    }
}
