<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Tools\Disks;
use VelvetLedger\Server\Tools\Mount;
use VelvetLedger\Server\Tools\MountTable;

/** The drives that are attached now. Where the settings simulate drives, the subfolders of one folder are those there are. */
final readonly class Drives
{
    public function __construct(private Settings $settings, private MountTable $mounts, private Disks $disks = new Disks())
    {
    }

    /** @return list<Drive> without memory cards, by label */
    public function all(): array
    {
        $drives = null === $this->settings->simulatedDrives ? array_map($this->ofMount(...), $this->mounts->drives()) : array_map($this->simulated(...), $this->simulatedPaths());
        $drives = array_values(array_filter($drives, static fn (Drive $drive): bool => '/' !== $drive->path && !is_dir($drive->path.'/DCIM')));
        usort($drives, static fn (Drive $a, Drive $b): int => strnatcasecmp($a->label, $b->label));

        return $drives;
    }

    /** The drive that a folder lies on; null where that is not told. */
    public function of(string $folder): ?Drive
    {
        foreach (null === $this->settings->simulatedDrives ? [] : $this->simulatedPaths() as $path) {
            if (str_starts_with($folder.'/', $path.'/')) {
                return $this->simulated($path);
            }
        }
        $mount = $this->mounts->of($folder);

        return null === $mount ? null : $this->ofMount($mount);
    }

    /** Megabits a second of the USB port that a folder's drive is at; null where that is not known. */
    public function portOf(string $folder): ?int
    {
        $mount = null === $this->settings->simulatedDrives ? $this->mounts->of($folder) : null;

        return null === $mount ? null : $this->disks->port($mount);
    }

    private function ofMount(Mount $mount): Drive
    {
        $free = @disk_free_space($mount->point);

        return new Drive('/' === $mount->point ? self::home() : $mount->point, '/' === $mount->point ? 'This computer' : PathText::of(basename($mount->point)), $this->disks->of($mount), $mount->type, $mount->isReadOnly, false === $free ? null : (int) $free);
    }

    /** Of this computer's own disk, folders of whoever works here are to choose from, and not the system's. */
    private static function home(): string
    {
        $home = getenv('HOME');

        return \is_string($home) && '' !== $home && is_dir($home) ? rtrim($home, '/') : '/';
    }

    private function simulated(string $path): Drive
    {
        $free = @disk_free_space($path);

        return new Drive($path, PathText::of(basename($path)), 'the drive '.basename($path), '', false, false === $free ? null : (int) $free);
    }

    /** @return list<string> */
    private function simulatedPaths(): array
    {
        $root = (string) $this->settings->simulatedDrives;

        return array_map(static fn (string $name): string => $root.'/'.$name, array_values(array_filter(FolderNames::in($root), static fn (string $name): bool => '.' !== $name[0] && is_dir($root.'/'.$name))));
    }
}
