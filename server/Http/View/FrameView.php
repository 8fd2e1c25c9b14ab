<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Server\Persistence\Frame;
use VelvetLedger\Server\Persistence\LedgerFile;

/** A frame of a shoot: what it is called now, what it was called, and its copies. */
final readonly class FrameView
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

    public function __construct(Frame $frame)
    {
        $files = array_values($frame->files->toArray());
        $this->id = (int) $frame->id;
        $this->stem = $frame->stem;
        $this->takenAt = $frame->takenAt;
        $this->datedByFile = TimeSource::File === $frame->timeSource;
        $this->hasPicture = [] !== ($frame->facts->previews ?? []);
        $this->bytes = array_sum(array_map(static fn (LedgerFile $file): int => $file->bytes, $files));
        $this->names = array_map(static fn (LedgerFile $file): string => basename($file->copies->first()->path ?? ''), $files);
        $this->originals = array_map(static fn (LedgerFile $file): string => $file->originalPath, $files);
        $this->facts = null === $frame->facts ? null : new FactsView($frame->facts);
    }
}
