<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;

/** Asks one reader, and where that one does not know the file, another; the facts say which of them read it. */
final readonly class FirstThatReads implements FactsReader
{
    public function __construct(private FactsReader $first, private FactsReader $otherwise)
    {
    }

    public function read(string $path): CaptureFacts
    {
        try {
            return $this->first->read($path);
        } catch (BrokenFile $notKnown) {
            try {
                return $this->otherwise->read($path);
            } catch (BrokenFile) {
                throw $notKnown;
            }
        }
    }
}
