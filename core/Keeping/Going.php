<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** Where frames go, of which nothing else is said: to another shoot, or one of their own. */
final readonly class Going
{
    /**
     * @param int|null $into     a shoot
     * @param bool     $apart    whether they become a shoot of their own, which all that is said of a shoot is said of
     * @param bool     $together whether all of the shoot that they go to is named anew with them, in order of capture
     */
    public function __construct(public ?int $into = null, public bool $apart = false, public bool $together = false)
    {
    }

    /** @return list<int> the shoot that they go to, if that is there */
    public function to(): array
    {
        return null === $this->into ? [] : [$this->into];
    }

    public function isNowhere(): bool
    {
        return null === $this->into && !$this->apart;
    }
}
