<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** All files on a card, in the order of their paths, and the places that could not be listed. */
final readonly class CardListing
{
    /**
     * @param list<CardFile> $files
     * @param list<Trouble>  $troubles
     */
    public function __construct(public array $files, public array $troubles)
    {
    }

    /** @return list<CardFile> in the order of their paths */
    public function stills(): array
    {
        $stills = array_values(array_filter($this->files, static fn (CardFile $file): bool => $file->kind->isStill()));
        usort($stills, static fn (CardFile $a, CardFile $b): int => strnatcmp($a->path, $b->path));

        return $stills;
    }

    public function bytes(): int
    {
        return array_sum(array_map(static fn (CardFile $file): int => $file->bytes, $this->files));
    }
}
