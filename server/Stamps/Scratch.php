<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Tools\MemoryDrive;

/** A folder of this process for files that are being made, and gone when it ends; those of processes that were killed are cleared by the next. */
final class Scratch
{
    /** Bytes that lie there at a time, and some: see BringInLines. */
    private const MOST = 600_000_000;

    private ?string $folder = null;
    private int $made = 0;

    public function __construct(private readonly Home $home)
    {
    }

    /** A path at which nothing stands yet. */
    public function path(string $ending = ''): string
    {
        if (null === $this->folder || !is_dir($this->folder)) {
            $this->clear();
            $this->folder = (null === MemoryDrive::with(self::MOST) ? $this->onDisk() : $this->inMemory()).'/'.getmypid().'-'.bin2hex(random_bytes(4));
            @mkdir($this->folder, 0o700, true);
        }

        return $this->folder.'/'.++$this->made.$ending;
    }

    private function clear(): void
    {
        MemoryDrive::clear($this->onDisk(), '');
        MemoryDrive::clear($this->inMemory(), '');
    }

    private function onDisk(): string
    {
        return $this->home->path.'/scratch';
    }

    private function inMemory(): string
    {
        return MemoryDrive::PLACE.'/velvet-scratch-'.hash('xxh64', $this->home->path);
    }

    /** @return list<string> hidden ones too: a writer's temporary files are */
    private static function in(string $folder): array
    {
        return array_map(static fn (string $name): string => $folder.'/'.$name, FolderNames::in($folder));
    }

    public function __destruct()
    {
        if (null !== $this->folder) {
            array_map(static fn (string $file): bool => @unlink($file), self::in($this->folder));
            @rmdir($this->folder);
            @rmdir(\dirname($this->folder));
        }
    }
}
