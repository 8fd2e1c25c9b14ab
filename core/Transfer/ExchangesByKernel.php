<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** By renameat2 of the C library with RENAME_EXCHANGE (Linux, rename(2)). */
final class ExchangesByKernel implements Exchanges
{
    private const AT_FDCWD = -100;
    private const RENAME_EXCHANGE = 2;

    private ?\FFI $library = null;

    public function __construct()
    {
        try {
            $this->library = \FFI::cdef('int renameat2(int from, const char *one, int to, const char *other, unsigned int flags);');
        } catch (\FFI\Exception) {
            $this->library = null;
        }
    }

    public function exchange(string $one, string $other): bool
    {
        return 0 === $this->library?->renameat2(self::AT_FDCWD, $one, self::AT_FDCWD, $other, self::RENAME_EXCHANGE); // @phpstan-ignore method.notFound (declared above in C)
    }
}
