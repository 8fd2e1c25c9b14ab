<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\Settings;

/** Pictures that were made for the screen, kept as long as there is room for them: what was looked at longest ago goes first. All of them can be made again. */
final readonly class KeptPictures
{
    /** Seconds after which a picture that is looked at counts as looked at anew: to note every look would be to write at every look. */
    private const NOTED = 3600;

    /** Of the room, so much is kept when some must go. */
    private const AFTER = 0.9;

    public function __construct(private Home $home, private Settings $settings)
    {
    }

    /** @param string $of what names the picture: another where the file is another */
    public function get(string $of): ?string
    {
        $path = $this->path($of);
        $found = @file_get_contents($path);
        if (!\is_string($found) || '' === $found) {
            return null;
        }
        if ((int) @filemtime($path) < time() - self::NOTED) {
            @touch($path);
        }

        return $found;
    }

    public function has(string $of): bool
    {
        return is_file($this->path($of));
    }

    public function put(string $of, string $jpeg): void
    {
        $path = $this->path($of);
        @mkdir(\dirname($path), 0o777, true);
        $temporary = $path.'.'.getmypid();
        if (\strlen($jpeg) !== @file_put_contents($temporary, $jpeg) || !@rename($temporary, $path)) {
            @unlink($temporary);
        }
    }

    /** @return int bytes that were let go */
    public function makeRoom(): int
    {
        $seen = $sizes = [];
        $all = glob($this->home->path.'/cache/pictures/{*,??/*}.jpg', \GLOB_BRACE | \GLOB_NOSORT);
        foreach (false === $all ? [] : $all as $path) {
            $stat = @stat($path);
            if (false !== $stat) {
                $seen[$path] = $stat['mtime'];
                $sizes[$path] = $stat['size'];
            }
        }
        $bytes = array_sum($sizes);
        if ($bytes <= $this->settings->pictureRoom) {
            return 0;
        }
        asort($seen);
        $before = $bytes;
        foreach (array_keys($seen) as $path) {
            if ($bytes <= self::AFTER * $this->settings->pictureRoom) {
                break;
            }
            $bytes -= @unlink($path) ? $sizes[$path] : 0;
        }

        return $before - $bytes;
    }

    /** In one of 256 folders: one of hundreds of thousands is slow to look through. */
    private function path(string $of): string
    {
        $name = hash('xxh128', $of);

        return \sprintf('%s/cache/pictures/%s/%s.jpg', $this->home->path, substr($name, 0, 2), $name);
    }
}
