<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** What a plan must know of the store it is made for. Names are compared without regard to case or composition, as most file systems do. */
interface StoreState
{
    /**
     * Whether any file there is called so, whatever its extension: a raw file and another frame's JPEG of one name would be taken for a pair.
     *
     * @param string $folder from the store's root
     * @param string $stem   a name up to its first full stop
     */
    public function isTaken(string $folder, string $stem): bool;

    /**
     * What frames of the shoots of a day, of the day before and of the day after are called, in whichever folders.
     *
     * @param string $date "2026-05-04"
     *
     * @return array<string, true> keys of stems, see PortableText
     */
    public function stemsAround(string $date): array;

    /**
     * How a folder is spelled that stands at the store already.
     *
     * @param string $parent from the store's root, '' for the root
     *
     * @return string|null null where there is none by that name
     */
    public function spelling(string $parent, string $name): ?string;

    /** The last sequence number given in a shoot; null where none was. */
    public function lastNumberInShoot(string $folder, string $date, string $description): ?int;

    /** The last sequence number given over a whole day. */
    public function lastNumberOnDay(string $date): ?int;

    /** The last sequence number given by a pattern whose numbers run on. */
    public function lastNumberRunning(): ?int;
}
