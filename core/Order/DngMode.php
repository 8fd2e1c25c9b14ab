<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** Whether raws become DNGs. */
enum DngMode: string
{
    case Off = 'off';
    case Beside = 'beside the raw';

    /** The raw's copies go when its DNG is proven at every store. */
    case Instead = 'instead of the raw';
}
