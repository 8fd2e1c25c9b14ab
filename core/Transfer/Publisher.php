<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * Gives a finished file its final name, never in another file's place: by a hard link, which fails where the
 * name exists; on file systems without links by claiming the name as an empty file that only one can create,
 * and renaming over that claim.
 */
final class Publisher
{
    /** @throws CouldNotPublish */
    public static function publish(string $temporary, string $final): void
    {
        if (@link($temporary, $final)) {
            @unlink($temporary);
        } else {
            self::claimAndRename($temporary, $final);
        }
        Folders::flush(\dirname($final));
    }

    /** @throws CouldNotPublish */
    public static function claimAndRename(string $temporary, string $final): void
    {
        error_clear_last();
        $claim = @fopen($final, 'x');
        if (false === $claim) {
            $reason = SystemReason::last();
            throw file_exists($final) ? CouldNotPublish::nameTaken($final) : CouldNotPublish::refused($final, $reason);
        }
        fclose($claim);
        if (!@rename($temporary, $final)) {
            $reason = SystemReason::last();
            @unlink($final); // our own empty claim
            throw CouldNotPublish::refused($final, $reason);
        }
    }
}
