<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Card\FolderList;
use VelvetLedger\Core\Card\ListsFolder;
use VelvetLedger\Core\Card\PlainList;

/**
 * Lists folders by the C library's readdir (IEEE 1003.1), whose error PHP does not pass on: a card that fails halfway
 * through a folder would seem to hold less. The layout of an entry is that of Linux on 64 bits; elsewhere PHP lists.
 */
final class ListsWithLibrary implements ListsFolder
{
    private const LINUX = <<<'C'
        typedef struct dir DIR;
        typedef struct { unsigned long d_ino; long d_off; unsigned short d_reclen; unsigned char d_type; char d_name[256]; } entry;
        DIR *opendir(const char *name);
        entry *readdir(DIR *folder);
        int closedir(DIR *folder);
        int *__errno_location(void);
        C;

    /** One for the whole process: PHP remembers fields of a struct by the place in memory of its declaration, and a second one may come to lie where the first was let go. */
    private static ?\FFI $declared = null;

    private readonly ?\FFI $library;

    public function __construct(private readonly ListsFolder $otherwise = new PlainList())
    {
        try {
            $this->library = 'Linux' === \PHP_OS_FAMILY && 8 === \PHP_INT_SIZE ? self::$declared ??= \FFI::cdef(self::LINUX) : null;
        } catch (\FFI\Exception) {
            $this->library = null;
        }
    }

    public function names(string $folder): FolderList
    {
        if (null === $this->library || str_contains($folder, "\0")) {
            return $this->otherwise->names($folder);
        }
        $opened = $this->open($folder);

        return \is_string($opened) ? new FolderList([], $opened) : $this->rest($opened);
    }

    /** The folder's handle, or why there is none. */
    public function open(string $folder): \FFI\CData|string
    {
        \assert(null !== $this->library);
        $handle = $this->library->opendir($folder); // @phpstan-ignore method.notFound (declared above in C, as all below)

        return $handle instanceof \FFI\CData ? $handle : $this->error() ?? 'it does not open';
    }

    /** What is left to be listed of an open folder; it is closed. */
    public function rest(\FFI\CData $handle): FolderList
    {
        \assert(null !== $this->library);
        $names = [];
        $errno = $this->library->__errno_location(); // @phpstan-ignore method.notFound
        while (true) {
            // Before each: making room for a name may set it, and readdir leaves it as it is at the end.
            $errno[0] = 0; // @phpstan-ignore offsetAccess.nonOffsetAccessible
            $entry = $this->library->readdir($handle); // @phpstan-ignore method.notFound
            if (null === $entry) {
                break;
            }
            $name = \FFI::string($entry->d_name); // @phpstan-ignore property.nonObject, argument.type
            if ('.' !== $name && '..' !== $name) {
                $names[] = $name;
            }
        }
        $error = $this->error();
        $this->library->closedir($handle); // @phpstan-ignore method.notFound
        sort($names, \SORT_STRING);

        return new FolderList($names, $error);
    }

    private function error(): ?string
    {
        $number = $this->library?->__errno_location()[0]; // @phpstan-ignore method.notFound, offsetAccess.nonOffsetAccessible

        return \is_int($number) && 0 !== $number ? posix_strerror($number) : null;
    }
}
