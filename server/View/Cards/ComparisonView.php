<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

/** How far a card is being read in full, to be compared with the ledger. */
final readonly class ComparisonView
{
    public bool $running;
    public int $files;
    public int $filesRead;
    public int $bytes;
    public int $bytesRead;
    public ?string $stoppedBecause;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $int = static fn (string $key): int => is_numeric($row[$key] ?? null) ? (int) $row[$key] : 0;
        $this->running = null === ($row['ended_at'] ?? null);
        $this->files = $int('files');
        $this->filesRead = $int('files_read');
        $this->bytes = $int('bytes');
        $this->bytesRead = $int('bytes_read');
        $this->stoppedBecause = \is_string($row['stopped_because'] ?? null) ? $row['stopped_because'] : null;
    }
}
