<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

use VelvetLedger\Server\Persistence\Find\AlbumRow;

/** An album: what it is called, what stands for it, and how many frames are in it. */
final readonly class AlbumView
{
    public int $id;
    public string $name;
    public string $note;
    public int $cover;
    public int $frames;

    public function __construct(AlbumRow $album)
    {
        $this->id = $album->id;
        $this->name = $album->name;
        $this->note = $album->note;
        $this->cover = $album->cover;
        $this->frames = $album->frames;
    }
}
