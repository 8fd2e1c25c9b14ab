<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\BoxFile;

/** Where the bytes of an item lie in the file. */
final readonly class ItemPlace
{
    public function __construct(public int $offset, public int $length)
    {
    }
}
