<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Makes folders that outlive a power cut: each new one is flushed with the folder it stands in. */
final class LastingFolders
{
    /**
     * @return list<string> those that were made, each after the folder it stands in
     *
     * @throws CouldNotCopy
     */
    public static function make(string $folder): array
    {
        if (is_dir($folder)) {
            return [];
        }
        $made = self::make(\dirname($folder));
        error_clear_last();
        if (!@mkdir($folder)) {
            return is_dir($folder) ? $made : throw CouldNotCopy::folderNotMade($folder, SystemReason::last()); // another was quicker
        }
        self::flush(\dirname($folder));

        return [...$made, $folder];
    }

    /** Flushes the list of names in a folder to the drive, where the file system can do that. */
    public static function flush(string $folder): void
    {
        $handle = @fopen($folder, 'r');
        if (false !== $handle) {
            @fsync($handle);
            fclose($handle);
        }
    }
}
