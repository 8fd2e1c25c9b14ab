<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;

/** Writes the stamps of ordinary JPEGs itself, at once; whatever else is asked for is passed on. */
final class EmbedsInHeads implements Embeds
{
    /** @var array<int, CouldNotStamp|null> */
    private array $done = [];

    public function __construct(private readonly Embeds $others)
    {
    }

    public function ask(int $name, Embedding $embedding): void
    {
        try {
            $stamped = $embedding->stampedHead();
        } catch (BrokenFile|CouldNotRead) {
            $stamped = null;
        }
        if (null === $stamped) {
            $this->others->ask($name, $embedding);

            return;
        }
        try {
            $embedding->join($stamped);
            $this->done[$name] = null;
        } catch (CouldNotStamp $failure) {
            @unlink($embedding->target);
            $this->done[$name] = $failure;
        }
    }

    public function answers(): array
    {
        $done = [] === $this->done ? $this->others->answers() : $this->done;
        $this->done = [];

        return $done;
    }
}
