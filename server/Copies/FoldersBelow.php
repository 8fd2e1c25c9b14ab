<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

/** Which folders lie below others. */
final class FoldersBelow
{
    /** @param array<array-key, mixed> $folders keys: whether any of them lies below $path */
    public static function any(string $path, array $folders): bool
    {
        foreach (array_keys($folders) as $folder) {
            if (self::is((string) $folder, $path)) {
                return true;
            }
        }

        return false;
    }

    /** Whether a folder is another, or lies below it. */
    public static function is(string $folder, string $path): bool
    {
        return $folder === $path || str_starts_with("$folder/", "$path/");
    }
}
