<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\Access;

use VelvetLedger\Server\Settings\Home;

/**
 * What the printed address carries: good for one session, once, within a day. Of each that bin/ledger printed an empty
 * file called by its SHA-256 lies in the home's "doors"; who can delete that file has entered by it.
 */
final readonly class OneTimeAddress
{
    private const SECONDS = 86400;

    public function __construct(private Home $home)
    {
    }

    public function opens(string $word): bool
    {
        $door = $this->home->path.'/doors/'.hash('sha256', $word);
        $printed = @filemtime($door);

        return false !== $printed && @unlink($door) && $printed > time() - self::SECONDS;
    }
}
