<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use VelvetLedger\Server\Persistence\Row;

/** An album, and how many frames are in it. */
final readonly class AlbumRow
{
    public int $id;
    public string $name;
    public string $note;

    /** The frame that stands for it; 0 where none is in it. */
    public int $cover;
    public int $frames;

    public function __construct(Row $row)
    {
        $this->id = $row->int('id');
        $this->name = $row->text('name');
        $this->note = $row->text('note');
        $this->cover = $row->int('cover');
        $this->frames = $row->int('frames');
    }
}
