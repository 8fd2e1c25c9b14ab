<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\Kind;

/** A frame in the ledger as a companion of it finds it: the name it has, and the files that it has already. */
final readonly class HeldFrame
{
    /**
     * @param int          $id      its number in the ledger
     * @param int          $shoot   that it lies in
     * @param string       $folder  from the store's root
     * @param string       $stem    that its files' names begin with
     * @param list<string> $endings of its files, lower case: ".orw"
     */
    public function __construct(public int $id, public int $shoot, public string $folder, public string $stem, public array $endings = [])
    {
    }

    /**
     * The kind of still that it has and the other has not, where each has one kind only: a body with two slots writes the
     * raw to one card and the JPEG to the other.
     *
     * @return Kind|null null where they are no companions
     */
    public function companionKind(Frame $other): ?Kind
    {
        $of = static fn (Kind ...$kinds): array => array_values(array_unique(array_filter($kinds, static fn (Kind $kind): bool => $kind->isStill()), \SORT_REGULAR));
        $held = $of(...array_map(static fn (string $ending): Kind => Kind::ofPath("x$ending"), $this->endings));
        $theirs = $of(...array_map(static fn (CardFile $file): Kind => $file->kind, $other->files));

        return 1 === \count($held) && 1 === \count($theirs) && $held[0] !== $theirs[0] ? $held[0] : null;
    }
}
