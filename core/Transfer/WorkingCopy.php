<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** A copy of a file to work on, in a folder of ours: not flushed, and proven by whoever works on it. */
final class WorkingCopy
{
    /**
     * PHP's own copy is the quickest (copy_file_range(2)), but says nothing where the system refuses it within one file
     * system, as on a full one: then it is copied piece by piece, which either goes or has a reason.
     *
     * @throws CouldNotCopy
     */
    public static function make(string $from, string $to): void
    {
        if (!@copy($from, $to)) {
            self::byPieces($from, $to);
        }
    }

    private static function byPieces(string $from, string $to): void
    {
        error_clear_last();
        $in = @fopen($from, 'rn');
        if (false === $in) {
            throw CouldNotCopy::sourceNotOpened($from, SystemReason::last());
        }
        error_clear_last();
        $out = @fopen($to, 'w');
        if (false === $out) {
            throw CouldNotCopy::notWritten($to, 0, SystemReason::last());
        }
        stream_set_read_buffer($in, 0);
        $at = 0;
        for (;; $at += \strlen($piece)) {
            error_clear_last();
            $piece = @fread($in, Checksum::PIECE);
            if (false === $piece || ('' === $piece && null !== error_get_last())) {
                throw CouldNotCopy::sourceBroke($from, $at, SystemReason::last());
            }
            if ('' === $piece) {
                break;
            }
            error_clear_last();
            if (\strlen($piece) !== @fwrite($out, $piece)) {
                throw CouldNotCopy::notWritten($to, $at, SystemReason::last());
            }
        }
        error_clear_last();
        if (!@fclose($out)) {
            throw CouldNotCopy::notWritten($to, $at, SystemReason::last());
        }
    }
}
