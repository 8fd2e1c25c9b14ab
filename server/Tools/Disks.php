<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Store\Device;

/**
 * Which disk a mount lies on, in the words of Device: by sysfs (sysfs(5)) from the partition, the encrypted or the logical
 * volume down to the disks under it, each by what it says of itself: its world-wide name, its serial number or that of the
 * USB device that it is in, or the identity of its partition table, which udev keeps (udev(7)).
 */
final readonly class Disks
{
    private const SHARES = ['nfs', 'nfs4', 'cifs', 'smb3', 'smbfs', 'fuse.sshfs', 'fuse.rclone', '9p', 'virtiofs', 'ceph', 'glusterfs', 'fuse.glusterfs'];
    /** Folders above a disk in which its USB device is looked for. */
    private const ABOVE = 8;

    public function __construct(private string $sys = '/sys', private string $udev = '/run/udev/data')
    {
    }

    /** '' where nothing is told. */
    public function of(Mount $mount): string
    {
        if (\in_array($mount->type, self::SHARES, true)) {
            $host = strtolower((string) preg_replace('#^(?://)?(?:[^@/]*@)?(\[[^]]*\]|[^:/]*).*$#s', '$1', $mount->source));

            return '' === $host ? '' : 'host '.$host;
        }
        $block = $this->block($mount);
        $disks = null === $block ? [] : array_unique(array_map($this->identity(...), $this->under($block)));
        sort($disks);

        return implode(Device::AND, $disks);
    }

    /** The megabits a second that the USB port gives which a mount's disk is at (sysfs, "speed" of its USB device); null where it is at none. */
    public function port(Mount $mount): ?int
    {
        $block = $this->block($mount);
        $folder = null === $block ? '' : (string) realpath($block);
        for (; \strlen($folder) > \strlen($this->sys); $folder = \dirname($folder)) {
            if (is_file($folder.'/idVendor') && is_file($folder.'/speed')) {
                return max(1, (int) self::line($folder.'/speed'));
            }
        }

        return null;
    }

    /** Its folder in sysfs. File systems on several devices, and those of FUSE, have a number of their own: then by the device that they are said to be mounted from. */
    private function block(Mount $mount): ?string
    {
        $block = realpath($this->sys.'/dev/block/'.$mount->number);
        if (false === $block && str_starts_with($mount->source, '/dev/')) {
            $stat = @stat($mount->source);
            $number = false === $stat ? '' : \sprintf('%d:%d', ($stat['rdev'] >> 8) & 0xFFF, ($stat['rdev'] & 0xFF) | (($stat['rdev'] >> 12) & 0xFFF00));
            $block = realpath($this->sys.'/dev/block/'.$number);
            $source = realpath($mount->source);
            $block = '' === $number || false === $block ? realpath($this->sys.'/class/block/'.basename(false === $source ? $mount->source : $source)) : $block;
        }

        return false === $block ? null : $block;
    }

    /** @return list<string> folders of the disks that a device, and what belongs to one file system with it, lies on */
    private function under(string $block): array
    {
        $disks = $seen = [];
        $below = [$block];
        foreach ((array) glob($this->sys.'/fs/btrfs/*/devices/'.basename($block)) as $member) {
            $below = [...$below, ...(array) glob(\dirname((string) $member).'/*')];
        }
        while ([] !== $below) {
            $one = (string) realpath((string) array_pop($below));
            $one = is_file($one.'/partition') ? \dirname($one) : $one;
            if (isset($seen[$one])) {
                continue;
            }
            $seen[$one] = true;
            $slaves = (array) glob($one.'/slaves/*');
            [] === $slaves ? $disks[] = $one : array_push($below, ...$slaves);
        }

        return $disks;
    }

    private function identity(string $disk): string
    {
        $kept = (string) @file_get_contents($this->udev.'/b'.self::line($disk.'/dev'));
        $properties = 1 === preg_match('/^E:ID_PART_TABLE_UUID=(\S+)$/m', $kept, $found) ? $found[1] : '';
        $usb = '';
        $parent = (string) realpath($disk.'/device');
        for ($i = 0; $i < self::ABOVE && \strlen($parent) > \strlen($this->sys) && '' === $usb; ++$i, $parent = \dirname($parent)) {
            $usb = is_file($parent.'/idVendor') ? self::line($parent.'/serial') : '';
        }
        foreach ([self::line($disk.'/wwid'), self::line($disk.'/device/wwid'), self::line($disk.'/serial'), self::line($disk.'/device/serial'), $usb, $properties] as $own) {
            if ('' !== trim($own, '0 .')) {
                return 'disk '.$own;
            }
        }

        return Device::attachedAs(basename($disk));
    }

    private static function line(string $file): string
    {
        return (string) preg_replace('/[^\x21-\x7E]+/', ' ', trim((string) @file_get_contents($file)));
    }
}
