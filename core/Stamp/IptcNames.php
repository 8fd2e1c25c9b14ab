<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Format\Xmp\XmpName;

/** Names of the IPTC Core properties that the standard puts in a namespace which is not its own, and whose address is not ours to carry. */
interface IptcNames
{
    /** @param string $local "Credit" */
    public function of(string $local): XmpName;
}
