<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** Times of files as finely as their file system keeps them: statx(2) of Linux, by the C library; elsewhere in whole seconds. */
final class FineTimes
{
    private const AT_FDCWD = -100;
    private const AT_SYMLINK_NOFOLLOW = 0x100;
    private const STATX_MTIME_CTIME = 0x40 | 0x80;

    private ?\FFI $library = null;

    public function __construct()
    {
        try {
            $this->library = \FFI::cdef('int statx(int folder, const char *path, int flags, unsigned int mask, char *to);');
        } catch (\FFI\Exception) {
            $this->library = null;
        }
    }

    /** When a file was last written to, and when anything of it last changed: "1777929250.123456789 1777929250.123456789"; links are not followed. */
    public function of(string $path): string
    {
        $found = $this->library?->new('char[256]');
        if (null === $found || 0 !== $this->library->statx(self::AT_FDCWD, $path, self::AT_SYMLINK_NOFOLLOW, self::STATX_MTIME_CTIME, $found)) { // @phpstan-ignore method.notFound (declared above in C)
            $stat = @lstat($path);

            return \sprintf('%d %d', $stat['mtime'] ?? 0, $stat['ctime'] ?? 0);
        }
        // struct statx (linux/stat.h), the same on every architecture: stx_ctime at byte 96 and stx_mtime at 112, each int64 seconds and uint32 nanoseconds
        /** @var array{changed: int, changedNs: int, modified: int, modifiedNs: int} $times */
        $times = unpack('qchanged/LchangedNs/x4/qmodified/LmodifiedNs', \FFI::string($found, 128), 96);

        return \sprintf('%d.%09d %d.%09d', $times['modified'], $times['modifiedNs'], $times['changed'], $times['changedNs']);
    }
}
