<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** Says which volume is mounted at a place. */
interface TellsVolume
{
    /** The volume's UUID (of FAT its serial number, "1A2B-3C4D"); null where the path is no mount point, or the system does not tell. */
    public function uuid(string $path): ?string;
}
