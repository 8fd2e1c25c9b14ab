<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Where a file goes at one store: its final name, absolute, and the temporary one beside it that it bears until it is proven. */
final readonly class Target
{
    private function __construct(public string $destination, public string $temporary)
    {
    }

    /** @param string $mark tells this run's temporary files from those of any other */
    public static function at(string $destination, string $mark): self
    {
        return new self($destination, \dirname($destination).'/.'.basename($destination).".$mark.part");
    }

    public function folder(): string
    {
        return \dirname($this->destination);
    }
}
