<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** One line of the table of mounts. */
final readonly class Mount
{
    /**
     * @param string $point  where, absolute
     * @param string $root   which folder of the file system lies there: "/" for all of it
     * @param string $number the device's, "8:1"
     * @param string $source what is mounted: "/dev/sda1", "nas:/pictures"
     */
    public function __construct(public string $point, public string $root, public string $number, public string $type, public string $source, public bool $isReadOnly)
    {
    }

    /** The physical device, "sda", whichever partition of it: by /sys/dev/block (sysfs(5)); what is mounted where there is none. */
    public function device(): string
    {
        $block = realpath('/sys/dev/block/'.$this->number);
        if (false === $block) {
            return str_starts_with($this->source, '/dev/') ? basename($this->source) : $this->source;
        }

        return basename(is_file($block.'/partition') ? \dirname($block) : $block);
    }
}
