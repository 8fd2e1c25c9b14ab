<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

/** From where a person asked for a change. */
enum AskedBy: string
{
    case Page = 'page';
    case CommandLine = 'command';
}
