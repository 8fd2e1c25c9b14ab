<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Card\CameraNumber;

/**
 * Names one press of the shutter by what the camera recorded: body, serial number, time with its fraction,
 * and the number in the file's name (DC-009: the last four digits). Two files of one identity and other bytes
 * are the same exposure, changed since. Null where the camera gave no time: then nothing can be said.
 */
final class ExposureIdentity
{
    /** @param string $stem the file's name on its card, before the extension */
    public static function of(?CaptureFacts $facts, string $stem): ?string
    {
        $number = CameraNumber::in($stem);
        if (null === $facts?->takenAt || null === $facts->gear->model || null === $number) {
            return null;
        }

        return hash('xxh128', implode("\0", [$facts->gear->make, $facts->gear->model, $facts->gear->serial, $facts->takenAt->sortKey(), $number]));
    }
}
