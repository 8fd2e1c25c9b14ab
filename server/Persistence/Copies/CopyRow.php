<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use VelvetLedger\Server\Persistence\Row;

/** A copy as work on it needs it: what it is of, and where. */
final readonly class CopyRow
{
    /** In SQL, of a copy c, its file f and that one's frame r. */
    public const COLUMNS = 'c.id, c.store_id, c.file_id, r.shoot_id, c.path, f.bytes, f.checksum, c.checksum AS last, c.state, c.because, c.found_path, '.StepRepository::TO_MEND.' AS is_to_mend';

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
        $is = Row::of($row);
        $this->id = $is->int('id');
        $this->store = $is->int('store_id');
        $this->file = $is->int('file_id');
        $this->shoot = $is->int('shoot_id');
        $this->path = $is->text('path');
        $this->bytes = $is->int('bytes');
        $this->checksum = $is->text('checksum');
        $last = $is->textOrNull('last');
        $this->last = $last === $this->checksum ? null : $last;
        $this->state = CopyState::from($is->text('state'));
        $this->because = $is->textOrNull('because') ?? '';
        $this->provenAt = $is->has('proven_epoch') ? $is->int('proven_epoch') : 0;
        $this->modifiedAt = $is->has('modified_at') ? $is->int('modified_at') : 0;
        $this->foundPath = $is->textOrNull('found_path');
        $this->isToMend = $is->bool('is_to_mend');
    }

    /**
     * @param list<array<string, mixed>> $rows
     *
     * @return list<self>
     */
    public static function all(array $rows): array
    {
        return array_map(static fn (array $row): self => new self($row), $rows);
    }

    /**
     * The folders that they lie in, from the store's root, each once.
     *
     * @param array<self> $copies
     *
     * @return list<string>
     */
    public static function folders(array $copies): array
    {
        return array_values(array_unique(array_map(static fn (self $copy): string => $copy->folder(), $copies)));
    }

    /** As it is where it was found. */
    public function whereFound(): self
    {
        return new self(['id' => $this->id, 'store_id' => $this->store, 'file_id' => $this->file, 'shoot_id' => $this->shoot, 'path' => (string) $this->foundPath, 'bytes' => $this->bytes, 'checksum' => $this->checksum, 'last' => null, 'state' => $this->state->value, 'because' => null, 'found_path' => null, 'is_to_mend' => false]);
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

    /** @return list<string> XXH128 of the bytes that it was last known to have, or shall have */
    public function known(): array
    {
        return null === $this->last ? [$this->checksum] : [$this->checksum, $this->last];
    }

    public function folder(): string
    {
        return str_contains($this->path, '/') ? \dirname($this->path) : '';
    }
}
