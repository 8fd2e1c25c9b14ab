<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

/** What is wrong with copies. */
final readonly class FindingsView
{
    /** @param list<BadCopyView> $copies */
    public function __construct(public array $copies)
    {
    }
}
