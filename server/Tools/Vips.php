<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * libvips scales pictures down in a process of its own, shrinking while it decodes, within limits of address space and
 * processor time (setrlimit(2)): whatever a JPEG says of its size, what it costs ends there. Only loaders that libvips
 * holds to be safe with untrusted files are used (VIPS_BLOCK_UNTRUSTED).
 */
final class Vips
{
    private const BYTES = 800_000_000;

    /**
     * @param list<string> $files  in $folder; "stdin" for $given
     * @param string       $output as vipsthumbnail takes it
     * @param bool         $ours   whether what is given was written by a program of ours, so that any loader may read it
     */
    public static function scale(array $files, int $edge, string $output, int $seconds, ?string $folder = null, ?string $given = null, bool $ours = false): Process
    {
        $process = new Process([...Confined::to(self::BYTES, $seconds), 'vipsthumbnail', ...$files, '--size', $edge.'x'.$edge.'>', '-o', $output], $folder, ['VIPS_WARNING' => '1', 'VIPS_CONCURRENCY' => '1', ...$ours ? [] : ['VIPS_BLOCK_UNTRUSTED' => '1'], 'MALLOC_ARENA_MAX' => '2'], $given, 3.0 * $seconds);
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            // it was ended, and says so
        }

        return $process;
    }

    /** Its last word of why. */
    public static function said(Process $process): string
    {
        $lines = explode("\n", trim($process->getErrorOutput()));

        return trim(end($lines));
    }

    /** Whether it came to its own end, rather than to that of its limits. */
    public static function ended(Process $process): bool
    {
        return !$process->hasBeenSignaled() && ($process->getExitCode() < 128 || 255 === $process->getExitCode());
    }

    /** Whether its limits were what made it fail: they ended it, or it was refused memory. */
    public static function metItsLimits(Process $process): bool
    {
        return !self::ended($process) || str_contains($process->getErrorOutput(), 'Insufficient memory');
    }
}
