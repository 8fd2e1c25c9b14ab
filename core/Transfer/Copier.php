<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * Copies files so that a final name only ever stands for proven bytes: read once while hashing, written under temporary
 * names at all stores, flushed, read back from the medium and compared, then published without overwriting anything.
 */
final readonly class Copier
{
    private ReadingsApart $readings;

    public function __construct(private Writer $writer, ReadsBack $readsBack, private Publisher $publisher)
    {
        $this->readings = new ReadingsApart($readsBack);
    }

    /** Any number of files, and beside others that were begun, the next being read while those before are flushed and read back. */
    public function begin(MadeFolders $folders = new MadeFolders(), Timings $timings = new Timings()): Copying
    {
        return new Copying($this->writer, $this->readings, $this->publisher, $folders, $timings);
    }

    /**
     * One file, to its end.
     *
     * @param (\Closure(int): mixed)|null $moved see Writer
     *
     * @throws CouldNotCopy    nothing stands under the final name, nothing temporary is left
     * @throws CouldNotPublish the same
     */
    public function copy(CopyOrder $order, ?\Closure $moved = null): Copied
    {
        $copying = $this->begin();
        try {
            $copying->start($order, $moved ?? static fn (int $bytes) => null);
            do {
                $done = $copying->settle(true);
            } while ([] === $done);
        } finally {
            $copying->abandon();
        }
        $first = array_key_first($order->targets);

        return isset($done[0]->failed[$first]) ? throw $done[0]->failed[$first] : $done[0];
    }
}
