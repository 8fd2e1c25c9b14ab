<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** What this ledger was told of the machine it runs on: where cards appear, and where copies go. */
final readonly class Settings
{
    /**
     * @param list<string> $readers folders whose subfolders are mounted volumes; "*" stands for any one name
     * @param list<string> $eject   a command and its arguments, "{volume}" standing for the volume's path; empty where there is none
     */
    public function __construct(public array $readers, public StorePlace $main, public array $eject = [])
    {
    }
}
