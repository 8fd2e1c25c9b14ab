<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** By renameat2 of the C library with RENAME_NOREPLACE (Linux, rename(2)), which fails where the name exists: one step, whole or not at all, also where there are no links. */
final class PublishesByRename implements Publisher
{
    private const AT_FDCWD = -100;
    private const RENAME_NOREPLACE = 1;

    private ?\FFI $library = null;

    /** @param Publisher $otherwise where the system or the file system does not know it, as on some network drives */
    public function __construct(private readonly Publisher $otherwise)
    {
        try {
            $this->library = \FFI::cdef('int renameat2(int from, const char *one, int to, const char *other, unsigned int flags);');
        } catch (\FFI\Exception) {
            $this->library = null;
        }
    }

    public function publish(string $temporary, string $final): void
    {
        if (0 === $this->library?->renameat2(self::AT_FDCWD, $temporary, self::AT_FDCWD, $final, self::RENAME_NOREPLACE)) { // @phpstan-ignore method.notFound (declared above in C)
            return;
        }
        $this->otherwise->publish($temporary, $final); // which says why, where it is refused too
    }
}
