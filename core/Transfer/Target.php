<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Where a file goes at one store: its final name, absolute, and the temporary one beside it that it bears until it is proven. */
final readonly class Target
{
    private function __construct(public string $destination, public string $temporary)
    {
    }

    public static function at(string $destination, WriterMark $mark): self
    {
        return new self($destination, \dirname($destination).'/'.$mark->nameFor(basename($destination)));
    }

    public function folder(): string
    {
        return \dirname($this->destination);
    }
}
