<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use VelvetLedger\Server\Persistence\Row;

/** What somebody changed of frames of a shoot. */
final readonly class ChangeRow
{
    public int $id;
    public ChangeKind $kind;

    /** In words: "Rights: creator". */
    public string $what;

    /** Of how many frames it can be taken back: those that are not let go since. */
    public int $frames;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $is = Row::of($row);
        $this->id = $is->int('id');
        $this->kind = ChangeKind::from($is->text('kind'));
        $this->what = $is->text('what');
        $this->frames = $is->int('frames');
    }
}
