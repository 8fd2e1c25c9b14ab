<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** A frame as it is kept: what it is called and where, and the names of its files. */
final readonly class KeptFrame
{
    /** @param list<string> $endings what follows the stem in the names of its files: ".orw", ".xmp" */
    public function __construct(public int $id, public Wanted $now, public array $endings, public ?HeldSource $source = null)
    {
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_map(fn (string $ending): string => $this->now->stem.$ending, $this->endings);
    }
}
