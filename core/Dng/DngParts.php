<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** All that goes into a DNG. */
final readonly class DngParts
{
    /**
     * @param string      $originalName the raw's file name
     * @param string|null $embedded     path of the raw, where it goes into the DNG whole
     */
    public function __construct(public DecodedRaw $raw, public CarriedRecords $records, public Previews $previews, public string $originalName, public ?string $serial = null, public ?string $embedded = null)
    {
    }
}
