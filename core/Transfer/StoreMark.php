<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Store\LedgerSign;

/**
 * The file that makes a folder a store and says which: its UUID in the first line, the name it was given in the second, and in the
 * third the sign of the ledger that writes to it.
 * An empty mount point has none, so nothing is written where a drive should be and is not; another drive at the same
 * place has another.
 */
final readonly class StoreMark
{
    public const FILE = '.velvet-ledger-store';

    private const UUID = '/^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/';

    /**
     * @param string|null     $uuid null in a mark of an earlier version, which only gave the name
     * @param LedgerSign|null $sign null where no ledger wrote its own yet
     */
    private function __construct(public ?string $uuid, public string $name, public ?LedgerSign $sign = null)
    {
    }

    /** Null where the folder carries none. */
    public static function at(string $folder): ?self
    {
        $text = @file_get_contents($folder.'/'.self::FILE);
        if (false === $text) {
            return null;
        }
        $lines = explode("\n", $text);

        return 1 === preg_match(self::UUID, $lines[0]) ? new self($lines[0], $lines[1] ?? '', LedgerSign::read($lines[2] ?? '')) : new self(null, $lines[0]);
    }

    /** Writes a mark whole or not at all; false where the folder does not take it. */
    public static function put(string $folder, string $uuid, string $name, ?LedgerSign $sign = null): bool
    {
        $temporary = $folder.'/'.self::FILE.'.'.bin2hex(random_bytes(4));
        $text = $uuid."\n".strtr($name, "\n", ' ')."\n".(null === $sign ? '' : $sign->line()."\n");
        if (\strlen($text) !== @file_put_contents($temporary, $text) || !@rename($temporary, $folder.'/'.self::FILE)) {
            @unlink($temporary);

            return false;
        }
        LastingFolders::flush($folder);

        return true;
    }
}
