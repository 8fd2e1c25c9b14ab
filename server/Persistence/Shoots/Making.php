<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

/** What a file in a shoot is. */
enum Making: string
{
    case AsItIs = 'original as it is';
    case Dng = 'DNG';
    case Stamped = 'stamped';
    case Sidecar = 'sidecar';

    /** What another program made of the picture: a file beside the original, and no copy of it. */
    case Edited = 'edited';
}
