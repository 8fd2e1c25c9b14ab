<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** Between which values of the mosaic the light lies. */
final readonly class Levels
{
    /** @param non-empty-list<int> $black the value without light, for each place of the filter pattern, row by row */
    public function __construct(public array $black, public int $white)
    {
    }
}
