<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;
use VelvetLedger\Server\Tools\Confined;

/** The reference program ExifTool, asked by tests: one that is kept running (-stay_open), for starting it takes longer than what it is asked. */
final class ExifTool
{
    private static ?Process $process = null;
    private static InputStream $input;

    /** @return array<mixed> what it reads of one file, by the names of its tags */
    public static function tags(string $file, string $options = ''): array
    {
        $decoded = json_decode(self::said(trim('-j '.$options), $file), true);

        return \is_array($decoded) && \is_array($decoded[0] ?? null) ? $decoded[0] : [];
    }

    /** @param string|array<string> $options in one, with a blank between them, or each by itself */
    public static function said(string|array $options, string ...$files): string
    {
        if (true !== self::$process?->isRunning()) {
            self::$input = new InputStream();
            self::$process = new Process([...Confined::to(2_000_000_000), 'exiftool', '-stay_open', 'True', '-@', '-'], null, null, self::$input, null);
            self::$process->start();
        }
        self::$process->clearOutput();
        self::$input->write(implode("\n", [...\is_string($options) ? explode(' ', $options) : array_values($options), ...$files, '-execute'])."\n");
        self::$process->waitUntil(static fn (): bool => str_ends_with((string) self::$process?->getOutput(), "{ready}\n"));

        return substr(self::$process->getOutput(), 0, -\strlen("{ready}\n"));
    }

    /** Has it write into files, as another program would. */
    public static function write(string $options, string ...$files): void
    {
        self::said('-m -overwrite_original '.$options, ...$files);
    }
}
