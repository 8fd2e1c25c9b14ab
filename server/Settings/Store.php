<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** A place where copies live: its name in the ledger and its folder. */
final readonly class Store
{
    private const MARK = '.velvet-ledger-store';

    public function __construct(public string $name, public string $path)
    {
    }

    /**
     * Marks the folder as this store. An empty mount point has no mark, so that nothing is ever written where
     * the drive should be and is not.
     */
    public function mark(): void
    {
        if (!is_dir($this->path) && !@mkdir($this->path, 0o777, true)) {
            throw StoreAbsent::notMade($this);
        }
        if (!$this->isPresent() && false === @file_put_contents($this->path.'/'.self::MARK, $this->name."\n")) {
            throw StoreAbsent::notWritable($this);
        }
    }

    /** Bytes free on its drive; null where it is absent. */
    public function freeBytes(): ?int
    {
        $free = $this->isPresent() ? @disk_free_space($this->path) : false;

        return false === $free ? null : (int) $free;
    }

    public function isPresent(): bool
    {
        return is_file($this->path.'/'.self::MARK);
    }
}
