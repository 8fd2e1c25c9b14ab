<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** One line of the table of mounts. */
final readonly class Mount
{
    /**
     * @param string $id     of this mounting: what is mounted again has another
     * @param string $point  where, absolute
     * @param string $root   which folder of the file system lies there: "/" for all of it
     * @param string $number the device's, "8:1"
     * @param string $source what is mounted: "/dev/sda1", "nas:/pictures"
     */
    public function __construct(public string $point, public string $root, public string $number, public string $type, public string $source, public bool $isReadOnly, public string $id = '')
    {
    }
}
