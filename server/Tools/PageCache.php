<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Transfer\Medium;

/**
 * What the kernel keeps of files, by the C library: posix_fadvise (IEEE 1003.1) with POSIX_FADV_DONTNEED, and
 * sync_file_range (Linux). Where there are no such calls, as on macOS, a file is read back from memory.
 */
final class PageCache implements Medium
{
    /** Without blocking, and never through a link: what stands there is not known yet. */
    private const READ_ONLY = 0o4000 | 0o400000;
    private const POSIX_FADV_WILLNEED = 3;
    private const POSIX_FADV_DONTNEED = 4;
    private const SYNC_FILE_RANGE_WRITE = 2;

    /** Bytes of a file that are read ahead; of a longer one the system reads on by itself. */
    private const AHEAD = 8 << 20;

    private ?\FFI $library = null;

    public function __construct()
    {
        try {
            $this->library = \FFI::cdef('int open(const char *path, int flags); int close(int fd); int posix_fadvise(int fd, long offset, long len, int advice); int syncfs(int fd); int sync_file_range(int fd, long offset, long nbytes, unsigned int flags);');
        } catch (\FFI\Exception) {
            $this->library = null;
        }
    }

    public function startFlush(string $path): void
    {
        $this->with($path, fn (int $file) => $this->library?->sync_file_range($file, 0, 0, self::SYNC_FILE_RANGE_WRITE)); // @phpstan-ignore method.notFound (declared above in C)
    }

    public function flushAll(string $path): bool
    {
        return 0 === $this->with($path, fn (int $file) => $this->library?->syncfs($file)); // @phpstan-ignore method.notFound
    }

    public function willRead(string $path, int $from = 0, ?int $bytes = null): void
    {
        $this->with($path, fn (int $file) => $this->advise($file, $from, $bytes ?? self::AHEAD, self::POSIX_FADV_WILLNEED));
    }

    public function forget(string $path, bool $willRead = false): void
    {
        $this->with($path, function (int $file) use ($willRead): void {
            $this->advise($file, 0, 0, self::POSIX_FADV_DONTNEED);
            if ($willRead) {
                $this->advise($file, 0, self::AHEAD, self::POSIX_FADV_WILLNEED);
            }
        });
    }

    private function advise(int $file, int $from, int $bytes, int $advice): void
    {
        $this->library?->posix_fadvise($file, $from, $bytes, $advice); // @phpstan-ignore method.notFound
    }

    /** @param \Closure(int): mixed $do */
    private function with(string $path, \Closure $do): mixed
    {
        /** @var int $file */
        $file = $this->library?->open($path, self::READ_ONLY) ?? -1; // @phpstan-ignore method.notFound
        if ($file >= 0) {
            $done = $do($file);
            $this->library?->close($file); // @phpstan-ignore method.notFound
        }

        return $done ?? null;
    }
}
