<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\TakenFromTwin;
use VelvetLedger\Core\Store\Device;

/** One file that is on a card now, and what the ledger has of its bytes. */
final readonly class FileToClear
{
    /**
     * @param bool               $matches    whether all of its bytes were read and are those of a file in the ledger; or its twin's were, see $twin
     * @param list<CopyOfFile>   $copies     of that file
     * @param string|null        $unreadable why it cannot be read
     * @param Lack|null          $unsure     what is to be read before it is known whether it is held: all of it (NotCompared), or its ends (EndsUnread)
     * @param PhotographersWord  $word       what the photographer said of it
     * @param TakenFromTwin|null $twin       where it came from another card in its place
     */
    public function __construct(public CardFile $file, public bool $matches, public array $copies = [], public ?string $unreadable = null, public ?Lack $unsure = null, public PhotographersWord $word = PhotographersWord::Nothing, public ?TakenFromTwin $twin = null)
    {
    }

    /** Whether what has its copies is only believed to be this. */
    public function isBelieved(): bool
    {
        return null !== $this->twin && !$this->twin->isSeen();
    }

    /**
     * On how many devices its copies lie, at the least.
     *
     * @param bool $seenNow whether only those count that were seen just now
     */
    public function devices(bool $seenNow = false): int
    {
        $here = $away = [];
        foreach ($this->copies as $copy) {
            if ($copy->counts()) {
                null === $copy->believedSince ? $here[] = $copy->device : $away[] = $copy->device;
            }
        }

        return Device::atLeast($here, $seenNow ? [] : $away);
    }

    /** Whether it is only for want of knowing its devices that these are not more. */
    public function isOnUnknownDevices(): bool
    {
        $unknown = array_filter($this->copies, static fn (CopyOfFile $copy): bool => $copy->counts() && (null === $copy->believedSince ? '' === $copy->device : null === Device::lasting($copy->device)));

        return [] !== $unknown;
    }
}
