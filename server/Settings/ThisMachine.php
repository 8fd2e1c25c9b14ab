<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

use VelvetLedger\Server\Machines\Machine;

/** The machine that this home is on; its number is made once, and kept in the home. */
final class ThisMachine
{
    private const FILE = '/machine';

    public static function of(Home $home): Machine
    {
        $made = @fopen($home->path.self::FILE, 'x');
        if (false !== $made) {
            fwrite($made, bin2hex(random_bytes(8)));
            fclose($made);
        }
        $id = trim((string) @file_get_contents($home->path.self::FILE));
        $name = gethostname();

        return new Machine(1 === preg_match('/^[0-9a-f]{16}$/', $id) ? $id : hash('xxh64', $home->path), false === $name || '' === $name ? 'this machine' : $name);
    }
}
