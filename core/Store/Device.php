<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Store;

/**
 * Physical devices as they can be told apart, in words: by what is the disk's own and stays with it ("disk naa.5002538e40a1b2c3"),
 * the host of a share ("host nas"), or how it is attached just now ("attached as sda"), which says nothing of a device that
 * is away. What lies across several disks names them all, joined by AND. '' is a device that nothing is known of.
 */
final class Device
{
    public const AND = ' + ';

    private const ATTACHED_AS = 'attached as ';

    public static function attachedAs(string $name): string
    {
        return self::ATTACHED_AS.$name;
    }

    /** What is still so when it was away: null where only the system's name of the moment is known. */
    public static function lasting(string $device): ?string
    {
        return '' === $device || str_contains($device, self::ATTACHED_AS) ? null : $device;
    }

    /**
     * On how many devices copies lie at the least: what cannot be told apart counts once.
     *
     * @param list<string> $here of stores that are attached
     * @param list<string> $away of stores that are not
     */
    public static function atLeast(array $here, array $away): int
    {
        $lasting = array_filter(array_map(self::lasting(...), [...$here, ...$away]), \is_string(...));

        return max([] === $here && [] === $away ? 0 : 1, self::apart(array_values(array_diff($here, ['']))), self::apart(array_values($lasting)));
    }

    /** @param list<string> $devices of which some may share a disk */
    private static function apart(array $devices): int
    {
        $taken = [];
        $apart = 0;
        foreach (array_unique($devices) as $device) {
            $disks = explode(self::AND, $device);
            $apart += [] === array_intersect($disks, $taken) ? 1 : 0;
            $taken = [...$taken, ...$disks];
        }

        return $apart;
    }
}
