<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** A rename as PHP has none: renameat2 of the C library (Linux, rename(2)), with what it is to do where the new name exists. */
final class KernelRename
{
    public const NOREPLACE = 1;
    public const EXCHANGE = 2;

    private const AT_FDCWD = -100;

    private ?\FFI $library = null;

    public function __construct()
    {
        try {
            $this->library = \FFI::cdef('int renameat2(int from, const char *one, int to, const char *other, unsigned int flags);');
        } catch (\FFI\Exception) {
            $this->library = null;
        }
    }

    /** False where the system or the file system does not know it, or it was refused; then nothing was renamed. */
    public function rename(string $from, string $to, int $flag): bool
    {
        return 0 === $this->library?->renameat2(self::AT_FDCWD, $from, self::AT_FDCWD, $to, $flag); // @phpstan-ignore method.notFound (declared above in C)
    }
}
