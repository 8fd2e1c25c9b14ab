<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** A long list worked off in parts, each by a process of its own on a processor of its own; what comes back is in the list's order. */
final class InParts
{
    /** A process more is slower than the work for fewer. */
    private const FEWEST = 64;

    private const MOST_PROCESSES = 8;

    /**
     * @param list<string>                           $list
     * @param \Closure(string): array<string, mixed> $work that needs nothing another of its calls left, and holds nothing open that two may not use
     *
     * @return list<array<string, mixed>>
     */
    public static function of(array $list, \Closure $work): array
    {
        $size = max(self::FEWEST, (int) ceil(\count($list) / min(self::MOST_PROCESSES, self::processors())));
        $parts = array_chunk($list, $size);
        $elsewhere = [];
        foreach (\array_slice($parts, 1, preserve_keys: true) as $number => $part) {
            $elsewhere[$number] = self::begin($part, $work);
        }
        $done = [];
        foreach ($parts as $number => $part) {
            // What one of them could not say is worked off here.
            array_push($done, ...(isset($elsewhere[$number]) ? self::end(...$elsewhere[$number]) : null) ?? array_map($work, $part));
        }

        return $done;
    }

    public static function processors(): int
    {
        return max(1, preg_match_all('/^processor\b/m', (string) @file_get_contents('/proc/cpuinfo')));
    }

    /**
     * @param list<string>                           $part
     * @param \Closure(string): array<string, mixed> $work
     *
     * @return array{int, resource}|null process and what it writes to, of which nothing is said where there is to be none
     */
    private static function begin(array $part, \Closure $work): ?array
    {
        $ends = \function_exists('pcntl_fork') ? stream_socket_pair(\STREAM_PF_UNIX, \STREAM_SOCK_STREAM, 0) : false;
        $process = false === $ends ? -1 : pcntl_fork();
        if (false === $ends || $process < 0) {
            return null;
        }
        if (0 < $process) {
            fclose($ends[1]);

            return [$process, $ends[0]];
        }
        try {
            fclose($ends[0]);
            fwrite($ends[1], serialize(array_map($work, $part)));
        } finally {
            exit(0);
        }
    }

    /**
     * @param resource $stream
     *
     * @return list<array<string, mixed>>|null
     */
    private static function end(int $process, mixed $stream): ?array
    {
        $said = (string) stream_get_contents($stream);
        fclose($stream);
        pcntl_waitpid($process, $status);
        $read = @unserialize($said, ['allowed_classes' => false]);
        $list = [];
        foreach (\is_array($read) ? $read : [] as $one) {
            $list[] = array_combine(array_map(strval(...), array_keys((array) $one)), (array) $one);
        }

        return \is_array($read) ? $list : null;
    }
}
