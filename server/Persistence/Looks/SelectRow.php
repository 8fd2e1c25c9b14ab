<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use VelvetLedger\Server\Persistence\Row;

/** A file of a frame of a shoot, as it lies proven at the main store, of which a copy may lie among the selects. */
final readonly class SelectRow
{
    public int $file;
    public int $frame;

    /** From the store's root. */
    public string $path;
    public string $name;
    public string $checksum;

    /** @var list<string> XXH128 of all the bytes that it was ever proven to have there */
    public array $known;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->file = $row->int('file');
        $this->frame = $row->int('frame');
        $this->path = $row->text('path');
        $this->name = $row->text('name');
        $this->checksum = $row->text('checksum');
        $this->known = Row::words($columns['known'] ?? null);
    }
}
