<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Dng\DecodesRaw;
use VelvetLedger\Core\Dng\Headroom;
use VelvetLedger\Server\Persistence\Looks\SensorEntries;
use VelvetLedger\Server\Stores\Stores;

/** Reads from a raw's samples what can be had back of its light; a second or two of work, once a frame. */
final readonly class ReadsSensors
{
    public function __construct(private SensorEntries $sensors, private Stores $stores, private DecodesRaw $raws)
    {
    }

    public function of(int $frame): void
    {
        $raws = $this->sensors->raws($frame);
        if ([] === $raws) {
            $this->sensors->enter($frame, null, 'there is no raw of it that is proven');
        }
        foreach ($raws as [$store, $path]) {
            $at = $this->stores->at($this->stores->find($store));
            if (!is_file("$at->path/$path")) {
                continue; // its drive is away: another has it, or it is asked again
            }
            try {
                $decoded = $this->raws->decode("$at->path/$path");
                $this->sensors->enter($frame, Headroom::in($decoded->mosaic, $decoded->sensor), null);
            } catch (CouldNotConvert $refused) {
                $this->sensors->enter($frame, null, $refused->reason());
            }

            return;
        }
    }
}
