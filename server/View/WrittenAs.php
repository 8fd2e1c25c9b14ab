<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

/** What TypeScript calls the type of a property that is a document with a schema of its own. */
#[\Attribute(\Attribute::TARGET_PROPERTY)]
final readonly class WrittenAs
{
    public function __construct(public string $type)
    {
    }
}
