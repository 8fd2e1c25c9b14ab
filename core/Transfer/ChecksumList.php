<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Card\FolderNames;

/**
 * The list of checksums beside a shoot's files: a line for each file, its checksum in hexadecimal digits, two blanks, and
 * its path from the list. As "xxhsum -c" (xxHash) and "sha256sum -c" (GNU) verify it, by no help of ours.
 */
final class ChecksumList
{
    public const XXH128 = 'checksums.xxh128';
    public const SHA256 = 'checksums.sha256';

    private const NO_SUCH_PROCESS = 3; // ESRCH

    /** @param array<array-key, string> $checksums path from the list => checksum */
    public static function text(array $checksums): string
    {
        ksort($checksums, \SORT_STRING);
        $text = '';
        foreach ($checksums as $path => $checksum) {
            $text .= "$checksum  $path\n";
        }

        return $text;
    }

    /** @return array<array-key, string> path from the list => checksum, in small letters; lines that are none say nothing */
    public static function read(string $text): array
    {
        $found = [];
        foreach (explode("\n", strtr($text, "\r", "\n")) as $line) {
            if (1 === preg_match('/^([0-9a-fA-F]{32,64}) [ *](.+)$/', $line, $said)) {
                $found[$said[2]] = strtolower($said[1]);
            }
        }

        return $found;
    }

    /** Puts the list in its place whole or not at all; one that is empty is taken away. False where the folder does not take it. */
    public static function put(string $path, string $text): bool
    {
        self::clearLeftovers($path);
        if ('' === $text) {
            return !is_file($path) || @unlink($path);
        }
        if ($text === @file_get_contents($path)) {
            return true;
        }
        $temporary = \dirname($path).'/.'.basename($path).'.'.getmypid().'-'.bin2hex(random_bytes(4));
        $file = @fopen($temporary, 'x');
        $written = false !== $file && \strlen($text) === @fwrite($file, $text) && @fflush($file) && @fsync($file) && @fclose($file) && @rename($temporary, $path);
        if (!$written) {
            @unlink($temporary);

            return false;
        }
        LastingFolders::flush(\dirname($path));

        return true;
    }

    /** What processes that were killed over it left half-written. */
    private static function clearLeftovers(string $path): void
    {
        foreach (FolderNames::in(\dirname($path)) as $name) {
            if (1 === preg_match('/^\.'.preg_quote(basename($path), '/').'\.(\d+)-[0-9a-f]{8}$/', $name, $by) && !posix_kill((int) $by[1], 0) && self::NO_SUCH_PROCESS === posix_get_last_error()) {
                @unlink(\dirname($path).'/'.$name);
            }
        }
    }
}
