<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** Writes stamps into pictures, many at a time. */
interface Embeds
{
    /**
     * Begins to write one; the source is not touched, and nothing stands at the target where it fails.
     *
     * @param int $name that its outcome is told by
     */
    public function ask(int $name, Embedding $embedding): void;

    /**
     * What has come of those asked for, each told once; waits until there is one, where any is outstanding.
     *
     * @return array<int, CouldNotStamp|null> name => null where its target stands
     */
    public function answers(): array;
}
