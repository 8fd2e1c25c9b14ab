<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Server\Persistence\Shoots\LedgerFile;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;

/** A frame of a shoot: what it is called now, what it was called, and its copies. */
final readonly class ShootFrameView
{
    public int $id;
    public string $stem;
    public string $takenAt;
    public bool $datedByFile;
    public bool $hasPicture;
    public int $bytes;

    /** @var list<string> */
    public array $names;

    /** @var list<string> */
    public array $originals;

    public ?FactsView $facts;

    /** @param list<FrameHint> $hints */
    public function __construct(LedgerFrame $frame, public FrameStampView $stamp, public array $hints)
    {
        $files = $frame->filesThere();
        $facts = $frame->facts->facts();
        $this->id = $frame->id();
        $this->stem = $frame->name->stem;
        $this->takenAt = $frame->time->takenAt;
        $this->datedByFile = TimeSource::File === $frame->time->timeSource;
        $this->hasPicture = [] !== ($facts->previews ?? []);
        $this->bytes = array_sum(array_map(static fn (LedgerFile $file): int => $file->bytes(), $files));
        $this->names = array_map(static fn (LedgerFile $file): string => $file->name(), $files);
        $this->originals = array_values(array_filter(array_map(static fn (LedgerFile $file): ?string => $file->original?->path, $files), \is_string(...)));
        $this->facts = null === $facts ? null : new FactsView($facts);
    }
}
