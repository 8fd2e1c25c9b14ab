<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Why the operating system refused, in its words: "No space left on device". */
final class SystemReason
{
    public static function last(): string
    {
        $message = error_get_last()['message'] ?? '';
        if (1 === preg_match('/errno=(\d+)/', $message, $found)) {
            return posix_strerror((int) $found[1]);
        }
        $colon = strrpos($message, ': ');

        return '' === $message ? 'the system gave no reason' : (false === $colon ? $message : substr($message, $colon + 2));
    }
}
