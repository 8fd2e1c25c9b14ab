<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

/** A copy as it counts for a card: at which store, on which device, and whether it stands up. */
final readonly class CopyOfFile
{
    /**
     * @param string      $device        the physical device, see Device; two copies on one device count once
     * @param bool        $proven        whether its last proof held
     * @param bool        $gone          whether it is known not to be there any more, though it was proven
     * @param string|null $believedSince day of its last proof, "2026-06-03", where its store is away; null where it was seen now
     */
    public function __construct(public string $store, public string $device, public bool $proven, public bool $gone = false, public ?string $believedSince = null)
    {
    }

    public function counts(): bool
    {
        return $this->proven && !$this->gone;
    }
}
