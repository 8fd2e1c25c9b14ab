<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Something to be done in the background, as a message: one class a kind of work, with no more in it than names what it is about. */
interface Work
{
    /** What it is about, as the photographer knows it. */
    public function inWords(): string;
}
