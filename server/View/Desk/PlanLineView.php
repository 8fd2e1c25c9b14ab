<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\PlanLine;

/** One file of a plan: what it was called, and what it will be, or why it stays. */
final readonly class PlanLineView
{
    public string $from;
    public ?string $folder;
    public ?string $name;
    public Intent $intent;
    public string $reason;
    public int $bytes;
    public ?string $takenAt;

    public function __construct(PlanLine $line)
    {
        $this->from = $line->file->where();
        $this->folder = $line->folder;
        $this->name = $line->name;
        $this->intent = $line->intent;
        $this->reason = $line->reason;
        $this->bytes = $line->file->bytes;
        $this->takenAt = $line->frame?->at->local;
    }
}
