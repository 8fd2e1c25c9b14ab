<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\Facet;

/** Something that a pass can be told by, and how many frames it would have. */
final readonly class ChoiceView
{
    public function __construct(public Facet $facet, public string $value, public int $frames, public bool $chosen)
    {
    }
}
