<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Capture\CaptureFacts;

/** A camera body: what tells two clocks apart. */
final readonly class Body
{
    private function __construct(public string $model, public string $serial)
    {
    }

    /** Null where the camera gave no model: then its clock cannot be told from another. */
    public static function of(?CaptureFacts $facts): ?self
    {
        return null === $facts?->gear->model ? null : new self($facts->gear->model, $facts->gear->serial ?? '');
    }

    /** Names the body in wishes and in the ledger, "Orrel M4, no. 40211". */
    public function name(): string
    {
        return self::called($this->model, $this->serial);
    }

    /** The same of a body that the ledger knows by model and serial number. */
    public static function called(string $model, string $serial): string
    {
        return '' === $serial ? $model : $model.', no. '.$serial;
    }
}
