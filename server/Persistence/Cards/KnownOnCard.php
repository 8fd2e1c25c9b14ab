<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\TakenFromTwin;

/** What the ledger knows of a file that was on a card when it was last read there. */
final readonly class KnownOnCard
{
    /**
     * @param string|null        $checksum   XXH128 of its bytes, where all of them were read
     * @param string|null        $unreadable why they could not be
     * @param TakenFromTwin|null $twin       where they were read from another card in its place
     */
    public function __construct(private int $bytes, private int $modifiedAt, public ?string $checksum, public ?string $unreadable = null, public ?TakenFromTwin $twin = null, public bool $leftOut = false, public bool $nodded = false)
    {
    }

    /** Null where another file stands there now. */
    public function ifStill(CardFile $file): ?self
    {
        return $file->bytes === $this->bytes && $file->modifiedAt === $this->modifiedAt ? $this : null;
    }
}
