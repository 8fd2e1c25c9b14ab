<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** What is looked for by name: kept by somebody, or there from the beginning. */
final readonly class KeptFindView
{
    public function __construct(public string $name, public string $query, public bool $isOurs)
    {
    }
}
