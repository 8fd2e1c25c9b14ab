<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Store\LedgerSign;
use VelvetLedger\Core\Transfer\StoreMark;

/** A store where it is looked for now. It is there when its mark is: an empty mount point has none, another drive another. */
final readonly class Store
{
    /**
     * @param string|null     $uuid of its mark; null where the ledger knows no store yet
     * @param string          $path absolute
     * @param LedgerSign|null $sign of the ledger that asks: where another that was made from the same took over, it is not there for this one; null where that is not asked
     */
    public function __construct(public ?string $uuid, public string $name, public string $path, private ?LedgerSign $sign = null)
    {
    }

    public function isPresent(): bool
    {
        $mark = null === $this->uuid ? null : StoreMark::at($this->path);

        return null !== $mark && $mark->uuid === $this->uuid && (null === $this->sign || $this->sign->mayWriteWhere($mark->sign));
    }

    /** Bytes free on its drive; null where it is absent. */
    public function freeBytes(): ?int
    {
        $free = $this->isPresent() ? @disk_free_space($this->path) : false;

        return false === $free ? null : (int) $free;
    }

    /** @throws StoreAbsent */
    public function open(): OpenStore
    {
        clearstatcache();
        $stat = @stat($this->path);
        if (null === $this->uuid || false === $stat || !$this->isPresent()) {
            throw $this->absence();
        }

        return new OpenStore($this, $stat['dev'], $stat['ino']);
    }

    /** Why it is not there, in words. */
    public function absence(): StoreAbsent
    {
        $mark = StoreMark::at($this->path);
        if (null !== $mark && $mark->uuid === $this->uuid) {
            return StoreAbsent::ofAnotherLedger($this);
        }
        if (null !== $this->uuid && null === $mark?->uuid && false !== @lstat($this->path.'/'.StoreMark::FILE)) {
            return StoreAbsent::markUnreadable($this, $this->path.'/'.StoreMark::FILE, $this->uuid);
        }

        return null === $mark || null === $this->uuid ? StoreAbsent::notMounted($this) : StoreAbsent::anotherDrive($this, $mark->name);
    }
}
