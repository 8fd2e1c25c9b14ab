<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

/** What keeps a card from being formatted for one cause, however many files it is of. */
final readonly class Reason
{
    /** Up to so many files of one cause are named one by one. */
    public const FEW = 5;

    public function __construct(public Lack $lack, public Remedy $remedy, public string $because, public int $files)
    {
    }

    public function isOfFew(): bool
    {
        return $this->files <= self::FEW;
    }

    public function isOf(Missing $missing): bool
    {
        return $missing->lack === $this->lack && $missing->because === $this->because;
    }
}
