<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/**
 * A path as one line of valid text that can be turned back: a path is any bytes but NUL (IEEE 1003.1), while
 * screens, JSON and the database want UTF-8. Control characters, bytes that are no UTF-8, and the backslash
 * itself are written as \xNN.
 */
final class PathText
{
    public static function of(string $path): string
    {
        $escape = static fn (array $found): string => preg_replace('/../', '\\x$0', strtoupper(bin2hex(implode('', array_filter($found, \is_string(...)))))) ?? '';
        if (mb_check_encoding($path, 'UTF-8')) {
            return preg_replace_callback('/[\x00-\x1F\x7F\\\\]|\xC2[\x80-\x9F]|\xE2\x80[\xA8-\xAE]/', $escape, $path) ?? '';
        }

        return preg_replace_callback('/[^\x20-\x5B\x5D-\x7E]/', $escape, $path) ?? '';
    }

    /** A sentence for a terminal: what would act on it rather than be read there (ECMA-48's controls, marks of direction) as \xNN; line breaks stay. */
    public static function visible(string $sentence): string
    {
        return implode("\n", array_map(static fn (string $line): string => str_replace('\\x5C', '\\', self::of($line)), explode("\n", $sentence)));
    }

    public static function toPath(string $text): string
    {
        return preg_replace_callback('/\\\\x([0-9A-F]{2})/', static fn (array $found): string => \chr((int) hexdec($found[1])), $text) ?? '';
    }
}
