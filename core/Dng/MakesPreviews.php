<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Capture\CaptureFacts;

/** Makes the pictures that a DNG carries: from those in the raw, or rendered from it. */
interface MakesPreviews
{
    /**
     * @param int $edge pixels of the longer side of the largest, at the most
     *
     * @throws CouldNotConvert
     */
    public function of(string $path, CaptureFacts $facts, int $edge): Previews;
}
