<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use VelvetLedger\Server\Persistence\Row;

/** A file of somebody else's in a shoot's folder, and its copy at one store. */
final readonly class BesideRow
{
    public int $id;
    public int $shoot;

    /** Root of the tree that it lies in; '' for the shoot's own folder. */
    public string $tree;

    /** From the shoot's folder there, as PathText. */
    public string $path;
    public int $bytes;
    public int $modifiedAt;

    /** XXH128 of its bytes as it is now; null where nobody has read it. */
    public ?string $checksum;
    public bool $isVanished;

    /** Of its copy: number, where it lies from the shoot's folder, its checksum; null where there is none yet. */
    public ?int $copy;
    public string $lies;
    public ?string $has;
    public int $provenAt;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->id = $row->int('id');
        $this->shoot = $row->int('shoot_id');
        $this->tree = $row->text('tree');
        $this->path = $row->text('path');
        $this->bytes = $row->int('bytes');
        $this->modifiedAt = $row->int('modified_at');
        $this->checksum = $row->textOrNull('checksum');
        $this->isVanished = $row->bool('is_vanished');
        $this->copy = $row->intOrNull('copy');
        $this->lies = $row->textOrNull('lies') ?? $this->path;
        $this->has = $row->textOrNull('has');
        $this->provenAt = $row->intOrNull('proven_epoch') ?? 0;
    }
}
