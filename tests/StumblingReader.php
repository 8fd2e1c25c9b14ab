<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

/** A file that cannot be read at one place so many times, under stumbling://. */
final class StumblingReader
{
    /** @var resource|null that PHP gives a stream of ours */
    public $context;

    private static string $bytes = '';
    private static int $failures = 0;
    private static int $at = 0;

    private int $position = 0;

    public static function register(string $bytes, int $failures, int $at): void
    {
        [self::$bytes, self::$failures, self::$at] = [$bytes, $failures, $at];
        if (!\in_array('stumbling', stream_get_wrappers(), true)) {
            stream_wrapper_register('stumbling', self::class);
        }
    }

    public function stream_open(string $path, string $mode, int $options, ?string &$opened): bool
    {
        return true;
    }

    public function stream_read(int $count): string|false
    {
        if ($this->position >= self::$at && self::$failures > 0) {
            --self::$failures;
            trigger_error('fread(): Read of '.$count.' bytes failed with errno=5 Input/output error', \E_USER_NOTICE);

            return false;
        }
        $piece = substr(self::$bytes, $this->position, $count);
        $this->position += \strlen($piece);

        return $piece;
    }

    public function stream_eof(): bool
    {
        return $this->position >= \strlen(self::$bytes);
    }

    public function stream_seek(int $offset, int $whence): bool
    {
        $this->position = $offset;

        return true;
    }

    public function stream_tell(): int
    {
        return $this->position;
    }

    public function stream_set_option(int $option, int $arg1, ?int $arg2): bool
    {
        return true;
    }

    /** @return array<int|string, int> */
    public function stream_stat(): array
    {
        return $this->url_stat('', 0);
    }

    /** @return array<int|string, int> */
    public function url_stat(string $path, int $flags): array
    {
        return ['dev' => 1, 'ino' => 1, 'mode' => 0o100644, 'size' => \strlen(self::$bytes), 'mtime' => 1_777_900_000];
    }
}
