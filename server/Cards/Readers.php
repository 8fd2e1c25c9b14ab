<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Server\Settings\Settings;

/** The card readers of this machine: the volumes now mounted below the configured roots. */
final readonly class Readers
{
    public function __construct(private Settings $settings)
    {
    }

    /** @return list<Volume> those with a DCIM folder (CIPA DC-009), by label; links are not followed */
    public function volumes(): array
    {
        $volumes = [];
        foreach ($this->settings->readers as $pattern) {
            foreach (FolderNames::matching($pattern) as $root) {
                foreach (FolderNames::in($root) as $name) {
                    $path = $root.'/'.$name;
                    if ('.' !== $name[0] && !is_link($path) && is_dir($path.'/DCIM')) {
                        $volumes[$path] = new Volume($path);
                    }
                }
            }
        }
        ksort($volumes, \SORT_NATURAL);

        return array_values($volumes);
    }

    /** @throws NoSuchCard */
    public function volume(string $id): Volume
    {
        clearstatcache();
        foreach ($this->volumes() as $volume) {
            if ($volume->id === $id) {
                return $volume;
            }
        }
        throw NoSuchCard::inAnyReader();
    }
}
