<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

/** From where a person asked for a change. */
enum AskedBy: string
{
    case Page = 'page';
    case CommandLine = 'command';

    /** Behind what was done, in the day book; nothing where it was done on the page, as most is. */
    public function inWords(): string
    {
        return self::Page === $this ? '' : ' From the command line.';
    }
}
