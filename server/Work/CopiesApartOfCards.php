<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Server\Cards\CopiesApart;

/** Copies a few pictures of a card to a folder, for a worker of the machine that the card is at. */
#[AsMessageHandler]
final readonly class CopiesApartOfCards
{
    public function __construct(private CopiesApart $apart)
    {
    }

    public function __invoke(CopyApart $work): void
    {
        $this->apart->copy($work->card, $work->frames, $work->folder, $work->name);
    }
}
