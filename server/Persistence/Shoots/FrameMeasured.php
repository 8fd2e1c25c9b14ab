<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use VelvetLedger\Core\Hint\Measurement;
use VelvetLedger\Core\Hint\PerceptualPrint;
use VelvetLedger\Core\Hint\Sharpness;

/** What was measured on a frame's picture. */
final readonly class FrameMeasured
{
    /** Of all that measures, so that what an earlier version measured is measured again: a migration that sets measured_by to 0 goes with a new one. */
    public const VERSION = 1;

    /**
     * @param string|null $colours see Luminance
     * @param string|null $because why it could not be measured, or not all of it
     */
    public function __construct(public int $frame, public ?Measurement $hints, public ?Sharpness $sharpness, public ?PerceptualPrint $print, public ?string $colours, public ?string $because)
    {
    }
}
