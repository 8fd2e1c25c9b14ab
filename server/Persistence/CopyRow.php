<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

/** A copy as work on it needs it: what it is of, and where. */
final readonly class CopyRow
{
    public int $id;
    public int $store;
    public int $file;
    public int $shoot;

    /** From the store's root. */
    public string $path;

    public int $bytes;

    /** XXH128 that the ledger has of its file. */
    public string $checksum;

    /** XXH128 of the bytes that it was last known to have; another where it is owed a change. */
    public ?string $last;

    public CopyState $state;
    public string $because;
    /** When it was last proven, and the time that the card's file had: Unix seconds, where they were asked for; else 0. */
    public int $provenAt;
    public int $modifiedAt;
    /** Where a file of its bytes was found since, from the store's root. */
    public ?string $foundPath;

    /** Whether it is to be mended, and nobody has come to it yet. */
    public bool $isToMend;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $text = static fn (string $key): string => \is_string($row[$key] ?? null) ? $row[$key] : '';
        $int = static fn (string $key): int => is_numeric($row[$key] ?? null) ? (int) $row[$key] : 0;
        $this->id = $int('id');
        $this->store = $int('store_id');
        $this->file = $int('file_id');
        $this->shoot = $int('shoot_id');
        $this->path = $text('path');
        $this->bytes = $int('bytes');
        $this->checksum = $text('checksum');
        $this->last = '' === $text('last') || $text('last') === $text('checksum') ? null : $text('last');
        $this->state = CopyState::from($text('state'));
        $this->because = $text('because');
        $this->provenAt = $int('proven_epoch');
        $this->modifiedAt = $int('modified_at');
        $this->foundPath = '' === $text('found_path') ? null : $text('found_path');
        $this->isToMend = '' !== $text('mend_asked_at');
    }

    /** As it is where it was found. */
    public function whereFound(): self
    {
        return new self(['id' => $this->id, 'store_id' => $this->store, 'file_id' => $this->file, 'shoot_id' => $this->shoot, 'path' => (string) $this->foundPath, 'bytes' => $this->bytes, 'checksum' => $this->checksum, 'state' => $this->state->value]);
    }

    /**
     * The first of them, as many as are worth a round: between two rounds others have their turn.
     *
     * @param list<self> $copies
     *
     * @return list<self> one at least, where there is any
     */
    public static function round(array $copies, int $mostBytes): array
    {
        $some = [];
        $bytes = 0;
        foreach ($copies as $copy) {
            $bytes += $copy->bytes;
            if ([] !== $some && $bytes > $mostBytes) {
                break;
            }
            $some[] = $copy;
        }

        return $some;
    }

    public function folder(): string
    {
        return str_contains($this->path, '/') ? \dirname($this->path) : '';
    }
}
