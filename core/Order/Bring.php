<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** What an order brings: which stills of a frame, and whether clips and sounds come along, and all else. */
final readonly class Bring
{
    public function __construct(public Companions $stills = Companions::Both, public Clips $clips = Clips::Stay, public Others $others = Others::Stay)
    {
    }
}
