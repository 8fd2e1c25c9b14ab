<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

use VelvetLedger\Server\Cards\Apart;

/** How far the copying of a few pictures to a folder is. */
final readonly class ApartView
{
    public int $files;
    public int $done;

    /** @var list<string> why files were not copied, in sentences */
    public array $failed;

    public bool $ended;

    /** @param string $folder as it was asked for; '' where only its progress was */
    public function __construct(public string $name, public string $folder, Apart $now)
    {
        $this->files = $now->files;
        $this->done = $now->done;
        $this->failed = $now->failed;
        $this->ended = $now->ended;
    }
}
