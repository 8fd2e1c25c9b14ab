<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** What an order makes of each file that comes in: how many copies, and what is stamped on them. */
final readonly class Made
{
    public CopiesWanted $copies;

    public function __construct(?CopiesWanted $copies = null, public StampsWanted $stamps = new StampsWanted())
    {
        $this->copies = $copies ?? CopiesWanted::two();
    }
}
