<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** What is read back for several copyings at once, each told only of its own files. */
final class ReadingsApart
{
    /** @var array<array-key, ReadBack> path => read, and not yet told to whoever asked */
    private array $kept = [];

    public function __construct(private readonly ReadsBack $readsBack)
    {
    }

    /** @param array<array-key, bool> $files see ReadsBack */
    public function ask(array $files): void
    {
        $this->readsBack->ask($files);
    }

    /**
     * @param array<array-key, mixed> $of   by the path of each file that is asked about
     * @param bool                    $wait for one of them at the least, where any is outstanding
     *
     * @return array<array-key, ReadBack> path => what was read, each once
     */
    public function answers(array $of, bool $wait): array
    {
        do {
            $came = $this->readsBack->answers($wait && [] === array_intersect_key($this->kept, $of));
            $this->kept = $came + $this->kept;
            $mine = array_intersect_key($this->kept, $of);
        } while ($wait && [] === $mine && [] !== $of && [] !== $came);
        $this->kept = array_diff_key($this->kept, $mine);

        return $mine;
    }
}
