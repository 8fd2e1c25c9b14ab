<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Card\TellsVolume;

/**
 * Volumes as Linux tells them: what is mounted where by MountTable, which UUID a device has by the
 * links in /dev/disk/by-uuid. Elsewhere there are no such files, and nothing is told.
 */
final readonly class VolumesOfLinux implements TellsVolume
{
    public function __construct(private MountTable $mounts = new MountTable(), private string $uuids = '/dev/disk/by-uuid')
    {
    }

    public function uuid(string $path): ?string
    {
        $real = realpath($path);
        $device = null;
        foreach (false === $real ? [] : $this->mounts->all() as $mount) {
            if ('/' === $mount->root && $mount->point === $real) {
                $device = $mount->source; // what was mounted last lies on top
            }
        }
        $device = null === $device ? false : realpath($device);
        $links = false === $device ? false : @scandir($this->uuids);
        foreach (false === $links ? [] : $links as $uuid) {
            if (realpath($this->uuids.'/'.$uuid) === $device && '.' !== $uuid[0]) {
                return $uuid;
            }
        }

        return null;
    }
}
