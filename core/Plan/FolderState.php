<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** How a folder of the resulting tree comes about. */
enum FolderState: string
{
    case New = 'new';
    case Exists = 'exists';
    case Joined = 'joined';
}
