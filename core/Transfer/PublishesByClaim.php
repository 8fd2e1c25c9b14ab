<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * Where there are no links: claims the name as an empty file that only one can create, and renames over that claim. A
 * note beside it, made before and removed after, says whose the empty file is: a run cut off in between finds the note
 * and takes its own claim away, never anybody else's file.
 */
final class PublishesByClaim implements Publisher
{
    public function publish(string $temporary, string $final): void
    {
        $note = self::note($final);
        self::takeBack($final);
        if (is_link($final)) {
            throw CouldNotPublish::nameTaken($final); // PHP would follow it, and make its claim where it leads
        }
        error_clear_last();
        if (false === @file_put_contents($note, '')) {
            throw CouldNotPublish::refused($final, SystemReason::last());
        }
        LastingFolders::flush(\dirname($final));
        error_clear_last();
        $claim = @fopen($final, 'x');
        if (false === $claim) {
            $reason = SystemReason::last();
            @unlink($note);
            clearstatcache(true, $final);
            throw false !== @lstat($final) ? CouldNotPublish::nameTaken($final) : CouldNotPublish::refused($final, $reason);
        }
        fclose($claim);
        error_clear_last();
        if (!@rename($temporary, $final)) {
            $reason = SystemReason::last();
            @unlink($final); // our own empty claim
            @unlink($note);
            throw CouldNotPublish::refused($final, $reason);
        }
        LastingFolders::flush(\dirname($final));
        @unlink($note);
    }

    /** Takes away what a run that was cut off left under a final name: its claim, if it is still empty, and its note. */
    public static function takeBack(string $final): void
    {
        if (!is_file(self::note($final))) {
            return;
        }
        clearstatcache(true, $final);
        if (is_file($final) && 0 === filesize($final)) {
            @unlink($final);
        }
        @unlink(self::note($final));
    }

    /** Takes away the note alone: what was to be there is there, and may be empty. */
    public static function hasLanded(string $final): void
    {
        if (is_file(self::note($final))) {
            @unlink(self::note($final));
        }
    }

    private static function note(string $final): string
    {
        return \dirname($final).'/.'.basename($final).'.claim';
    }
}
