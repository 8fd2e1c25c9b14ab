<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use VelvetLedger\Server\Persistence\Row;

/** What frames come to that are to be set aside, or are. */
final readonly class AsideSum
{
    public int $frames;
    public int $bytes;
    public int $starred;

    /** Frames of which a file has one proven copy or none, at stores in use. */
    public int $once;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->frames = $row->int('frames');
        $this->bytes = $row->int('bytes');
        $this->starred = $row->int('starred');
        $this->once = $row->int('once');
    }
}
