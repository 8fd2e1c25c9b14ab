<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Store;

/** What is to be known of a store's drive before copies are trusted to it, in sentences. */
final class Warnings
{
    /**
     * @param Drive|null $main      the main store's drive, of another store
     * @param string     $mainName  what the main store is called
     * @param int|null   $lastCard  bytes of the last card that was brought in
     * @param int        $owedBytes of copies that the store is owed
     *
     * @return list<string> the gravest first
     */
    public static function of(Drive $drive, ?Drive $main = null, string $mainName = '', ?int $lastCard = null, int $owedBytes = 0): array
    {
        return array_values(array_filter([
            $drive->isReadOnly ? 'The drive is mounted read-only: nothing can be copied to it.' : '',
            null === $main ? '' : self::ofDevices($drive->device, $main->device, $mainName),
            null === $drive->freeBytes ? '' : (new Room($drive->freeBytes, $owedBytes))->inWords($lastCard),
            null !== $drive->mostBytesOfAFile() ? 'Its file system takes no file over 4 GiB: a long clip stays owed.' : '',
            $drive->hasLinks() ? '' : 'Its file system has no hard links: a new name is claimed by an empty file first, which a power cut can leave behind.',
            $drive->tellsCaseApart() ? '' : 'It does not tell upper from lower case in names: two files that differ by that alone cannot both lie there.',
        ], static fn (string $warning): bool => '' !== $warning));
    }

    private static function ofDevices(string $device, string $main, string $mainName): string
    {
        return match (true) {
            '' !== $device && $device === $main => \sprintf('It lies on the same device as %s (%s): when that device fails, both copies are gone.', $mainName, $device),
            Device::atLeast([$device, $main], []) < 2 => \sprintf('Whether it is another device than that of %s is not known: copies on both count as one.', $mainName),
            default => '',
        };
    }
}
