<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** To copy a few pictures of a card to a folder. */
final readonly class CopyApart
{
    /** @param list<string> $frames keys */
    public function __construct(public string $card, public array $frames, public string $folder, public string $name)
    {
    }
}
