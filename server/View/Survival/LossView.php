<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Survival;

/** What would be gone with one machine or drive. */
final readonly class LossView
{
    /**
     * @param string             $of       "This machine", "Anvil"
     * @param string             $sentence what would be gone, and what is to be done about it
     * @param bool               $isGrave  whether pictures would be
     * @param list<LostFromView> $shoots   most bytes first, so many
     * @param int                $more     shoots beside those
     */
    public function __construct(public string $of, public string $sentence, public bool $isGrave, public array $shoots, public int $more)
    {
    }
}
