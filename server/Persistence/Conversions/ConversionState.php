<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Conversions;

/** What became of a raw that is to be a DNG. */
enum ConversionState: string
{
    case Waiting = 'waiting';
    case Proven = 'proven';
    case Refused = 'refused';
}
