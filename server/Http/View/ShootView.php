<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

/** A shoot in the list: its folder, its sums, and the frame that stands for it. */
final readonly class ShootView
{
    private function __construct(
        public int $id,
        public string $date,
        public string $description,
        public string $folder,
        public int $frames,
        public int $files,
        public int $bytes,
        public string $from,
        public string $to,
        public string $firstName,
        public string $lastName,
        public string $provenSince,
        public int $cover,
    ) {
    }

    /** @param array<string, mixed> $row of ShootRepository's sums */
    public static function ofRow(array $row): self
    {
        $text = static fn (string $key): string => \is_string($row[$key] ?? null) ? $row[$key] : '';
        $int = static fn (string $key): int => is_numeric($row[$key] ?? null) ? (int) $row[$key] : 0;

        return new self(
            $int('id'),
            $text('date'),
            $text('description'),
            $text('folder'),
            $int('frames'),
            $int('files'),
            $int('bytes'),
            $text('first'),
            $text('last'),
            $text('first_name'),
            $text('last_name'),
            $text('proven'),
            $int('cover'),
        );
    }
}
