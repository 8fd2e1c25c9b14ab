<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\Making;

/** A file of a frame as stamping needs it. */
final readonly class FileToStamp
{
    public int $id;
    public string $ending;

    /** Where its stamp is written. */
    public Place $bears;

    /** Digest of its coded pictures, see CodedPicture; null where nobody has read it. */
    public ?string $picture;
    public Making $making;
    public int $bytes;
    public string $checksum;

    /** That it was about to have when its copies were being replaced; null where none were. */
    public ?string $coming;

    /** Of the stamp that it bears. */
    public int $revision;
    public Written $written;

    /** Whether an order asked for its SHA-256. */
    public bool $sha256;

    /** What its original was called on the card; '' for a sidecar of ours. */
    public string $originalName;

    /** Unix seconds at which its original was written; null for a sidecar of ours. */
    public ?int $modifiedAt;

    /** @var list<array{id: int, store: int, path: string, bad: bool, checksum: string|null}> */
    public array $copies;

    /** @var list<int> stores in use that have a copy, or are to have one */
    private array $belongs;

    /** @param array<mixed> $row */
    public function __construct(array $row)
    {
        $int = Row::number(...);
        $text = static fn (mixed $value): ?string => \is_string($value) ? $value : null;
        $this->id = $int($row['id'] ?? null);
        $this->ending = $text($row['ending'] ?? null) ?? '';
        $this->bears = Place::tryFrom($text($row['bears'] ?? null) ?? '') ?? Place::Nowhere;
        $this->picture = $text($row['picture'] ?? null);
        $this->making = Making::tryFrom($text($row['making'] ?? null) ?? '') ?? Making::AsItIs;
        $this->bytes = $int($row['bytes'] ?? null);
        $this->checksum = $text($row['checksum'] ?? null) ?? '';
        $this->coming = $text($row['coming'] ?? null);
        $this->revision = $int($row['revision'] ?? null);
        $this->written = Written::ofDocument($row['written'] ?? null);
        $this->sha256 = true === ($row['sha256'] ?? null);
        $this->modifiedAt = null === ($row['modified'] ?? null) ? null : $int($row['modified']);
        $this->originalName = basename($text($row['original'] ?? null) ?? '');
        $copies = [];
        foreach (\is_array($row['copies'] ?? null) ? $row['copies'] : [] as $copy) {
            if (\is_array($copy)) {
                $copies[] = ['id' => $int($copy['id'] ?? null), 'store' => $int($copy['store'] ?? null), 'path' => $text($copy['path'] ?? null) ?? '', 'bad' => \in_array($copy['state'] ?? null, [CopyState::Differs->value, CopyState::SetAside->value, CopyState::LetGo->value, CopyState::Left->value], true), 'checksum' => $text($copy['checksum'] ?? null)];
            }
        }
        $this->copies = $copies;
        $this->belongs = Row::numbers(array_values(\is_array($row['stores'] ?? null) ? $row['stores'] : []));
    }

    /** @return list<int> stores in use that have a copy, or are to have one */
    public function stores(): array
    {
        return $this->belongs;
    }
}
