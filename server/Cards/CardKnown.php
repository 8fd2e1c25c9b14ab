<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

/** What the list of cards says of one that was read: from when to when its frames are by their cameras ("2026-05-04"), and how many of them are new, null where that is to be counted again. */
final readonly class CardKnown
{
    public function __construct(public ?string $first, public ?string $last, public ?int $new, private int $files, private int $bytes, private string $revision)
    {
    }

    /**
     * What of it still holds; null where the card was written to since.
     *
     * @param int    $files    on the card now, all together
     * @param string $revision of what the ledger holds now
     */
    public function at(int $files, int $bytes, string $revision): ?self
    {
        return match (true) {
            $files !== $this->files || $bytes !== $this->bytes => null,
            $revision !== $this->revision => new self($this->first, $this->last, null, $files, $bytes, $revision),
            default => $this,
        };
    }
}
