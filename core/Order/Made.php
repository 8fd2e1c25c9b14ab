<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** What an order makes of each file that comes in: how many copies, what is stamped on them, which become DNGs; and what is done when all are in. */
final readonly class Made
{
    public CopiesWanted $copies;
    public DngsWanted $dngs;
    public Afterwards $afterwards;

    public function __construct(?CopiesWanted $copies = null, public StampsWanted $stamps = new StampsWanted(), ?DngsWanted $dngs = null, ?Afterwards $afterwards = null)
    {
        $this->afterwards = $afterwards ?? Afterwards::of();
        $this->dngs = $dngs ?? DngsWanted::none();
        $this->copies = $copies ?? CopiesWanted::two();
    }
}
