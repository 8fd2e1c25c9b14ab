<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Book;

/** One entry of the day book. */
final readonly class DayBookEntryView
{
    public int $id;
    public string $at;
    public string $kind;
    public string $entry;
    public ?int $receipt;
    public ?int $shoot;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $text = static fn (string $key): string => \is_string($row[$key] ?? null) ? $row[$key] : '';
        $int = static fn (string $key): ?int => is_numeric($row[$key] ?? null) ? (int) $row[$key] : null;
        $this->id = $int('id') ?? 0;
        $this->at = (new \DateTimeImmutable($text('at')))->format(\DATE_ATOM);
        $this->kind = $text('kind');
        $this->entry = $text('entry');
        $this->receipt = $int('intake_id');
        $this->shoot = $int('shoot_id');
    }
}
