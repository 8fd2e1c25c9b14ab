<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

use VelvetLedger\Core\Hint\PerceptualPrint;
use VelvetLedger\Core\Hint\Shot;

/** What tells which frames of a sitting belong together, and which of them is the sharpest. */
final readonly class Likeness
{
    /**
     * @param PerceptualPrint|null $print     null where its picture was not measured
     * @param int|null             $sharpness of its sharpest region, hundredths; see Hint\Sharpness
     */
    public function __construct(public int $frame, public Shot $shot, public ?PerceptualPrint $print, public ?int $sharpness)
    {
    }
}
