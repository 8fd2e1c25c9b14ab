<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** How words are written in a name. */
enum WordStyle: string
{
    case Hyphens = 'hyphens';
    case AsWritten = 'as written';
}
