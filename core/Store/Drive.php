<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Store;

/** A mounted volume as far as it matters for copies: on which device it lies, and what its file system can do. */
final readonly class Drive
{
    private const WITHOUT_LINKS = ['vfat', 'msdos', 'exfat'];
    private const WITHOUT_CASE = ['vfat', 'msdos', 'exfat', 'ntfs', 'ntfs3', 'fuseblk', 'hfsplus', 'apfs'];
    private const UP_TO_4_GIB = ['vfat', 'msdos'];

    /**
     * @param string   $path      where it is mounted, absolute
     * @param string   $label     as the photographer knows it
     * @param string   $device    the physical device, see Device; two volumes of one device say the same
     * @param string   $type      of its file system, as mount(8) names it; '' where it is not told
     * @param int|null $freeBytes null where it is not told
     */
    public function __construct(public string $path, public string $label, public string $device, public string $type, public bool $isReadOnly, public ?int $freeBytes)
    {
    }

    public function hasLinks(): bool
    {
        return !\in_array($this->type, self::WITHOUT_LINKS, true);
    }

    public function tellsCaseApart(): bool
    {
        return !\in_array($this->type, self::WITHOUT_CASE, true);
    }

    /** The most bytes that a file on it may have; null where that is no matter. FAT keeps a file's size in 32 bits. */
    public function mostBytesOfAFile(): ?int
    {
        return \in_array($this->type, self::UP_TO_4_GIB, true) ? 0xFFFFFFFF : null;
    }
}
