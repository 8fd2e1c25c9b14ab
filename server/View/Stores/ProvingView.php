<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

use VelvetLedger\Server\Persistence\Copies\ProvingRow;
use VelvetLedger\Server\Persistence\Copies\ProvingState;

/** A proving: how far it is, or what it came to. */
final readonly class ProvingView
{
    public int $id;

    public ProvingState $state;

    public ?int $shoot;

    /** Where it is a night's share: 1 in so many. */
    public ?int $days;

    public ?string $begunAt;
    public ?string $endedAt;
    public int $files;
    public int $bytes;
    public int $filesRead;
    public int $bytesRead;
    public int $bad;

    /** @var list<string> */
    public array $unknown;

    public int $unknownFiles;
    public ?string $stoppedBecause;
    public ?float $secondsLeft;

    public function __construct(ProvingRow $row)
    {
        $this->id = $row->id();
        $this->state = $row->state();
        $this->shoot = $row->shoot();
        $this->days = $row->days();
        $this->begunAt = $row->text('begun_at');
        $this->endedAt = $row->text('ended_at');
        $this->files = $row->int('files');
        $this->bytes = $row->int('bytes');
        $this->filesRead = $row->int('files_read');
        $this->bytesRead = $row->int('bytes_read');
        $this->bad = $row->int('bad');
        $this->unknown = $row->unknown;
        $this->unknownFiles = $row->int('unknown_files');
        $this->stoppedBecause = $row->text('stopped_because');
        $seconds = null === $this->begunAt ? 0 : time() - (int) strtotime($this->begunAt);
        $this->secondsLeft = ProvingState::Running === $this->state && $seconds > 0 && $this->bytesRead > 0 ? ($this->bytes - $this->bytesRead) * $seconds / $this->bytesRead : null;
    }
}
