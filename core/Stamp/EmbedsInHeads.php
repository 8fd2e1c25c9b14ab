<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

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
            if ($embedding->writeOrdinary()) {
                $this->done[$name] = null;
            } else {
                $this->others->ask($name, $embedding);
            }
        } catch (CouldNotStamp $failure) {
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
