<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

/** A store that copies would go to: whether it is there and has room for them, with a margin, and what is to be known of it. */
final readonly class PlannedStoreView
{
    /** @param list<string> $warnings */
    public function __construct(public string $name, public bool $landsThere, public bool $present, public ?int $freeBytes, public bool $hasRoom, public array $warnings)
    {
    }
}
