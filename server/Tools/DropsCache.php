<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Transfer\ForgetsCache;

/**
 * Advises the kernel to forget a file's pages: posix_fadvise (IEEE 1003.1) with POSIX_FADV_DONTNEED, called in
 * the C library. Where there is no such call, as on macOS, a file is read back from memory.
 */
final class DropsCache implements ForgetsCache
{
    private const READ_ONLY = 0;
    private const POSIX_FADV_DONTNEED = 4;

    private ?\FFI $library = null;

    public function __construct()
    {
        try {
            $this->library = \FFI::cdef('int open(const char *path, int flags); int close(int fd); int posix_fadvise(int fd, long offset, long len, int advice);');
        } catch (\FFI\Exception) {
            $this->library = null;
        }
    }

    public function forget(string $path): void
    {
        if (null === $this->library) {
            return;
        }
        /** @var int $file */
        $file = $this->library->open($path, self::READ_ONLY); // @phpstan-ignore method.notFound (declared above in C)
        if ($file >= 0) {
            $this->library->posix_fadvise($file, 0, 0, self::POSIX_FADV_DONTNEED); // @phpstan-ignore method.notFound
            $this->library->close($file); // @phpstan-ignore method.notFound
        }
    }
}
