<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Transfer\SystemReason;

/** Writes all of it, or says why not. */
final class Whole
{
    /**
     * @param resource $out
     *
     * @throws CouldNotConvert
     */
    public static function to(mixed $out, string $bytes): void
    {
        for ($done = 0, $length = \strlen($bytes); $done < $length; $done += $written) {
            error_clear_last();
            $written = @fwrite($out, 0 === $done ? $bytes : substr($bytes, $done));
            if (false === $written || 0 === $written) {
                throw CouldNotConvert::notWritten(stream_get_meta_data($out)['uri'] ?? 'The DNG', SystemReason::last());
            }
        }
    }
}
