<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Conversions;

use VelvetLedger\Core\Dng\DngWanted;
use VelvetLedger\Server\Persistence\Row;

/** A raw that is to become a DNG: which file, where its copies are, and how. */
final readonly class ConversionRow
{
    public int $id;
    public int $frame;
    public int $shoot;
    public int $file;
    public DngWanted $wanted;
    public bool $instead;
    public int $bytes;
    public string $checksum;
    public bool $sha256;

    /** What the camera called it. */
    public string $originalName;
    public int $modifiedAt;

    /** What follows the frame's stem in the raw's name. */
    public string $rawEnding;

    /** What follows the frame's stem in the DNG's name: ".dng", or ".orw.dng" where that is another's. */
    public string $ending;

    /** @var list<array{store: int, path: string}> proven ones, that at its shoot's home first */
    public array $copies;

    /** @var list<int> stores that have the raw, or are to have it: so they are to have its DNG */
    public array $stores;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $int = Row::number(...);
        $text = static fn (mixed $value): string => \is_string($value) ? $value : '';
        [$this->id, $this->frame, $this->shoot, $this->file] = [$int($row['id'] ?? 0), $int($row['frame_id'] ?? 0), $int($row['shoot_id'] ?? 0), $int($row['file_id'] ?? 0)];
        $this->wanted = new DngWanted($int($row['preview_edge'] ?? 0), true === ($row['embeds'] ?? null));
        $this->instead = true === ($row['instead'] ?? null);
        [$this->bytes, $this->checksum, $this->sha256] = [$int($row['bytes'] ?? 0), $text($row['checksum'] ?? ''), true === ($row['sha256'] ?? null)];
        [$this->originalName, $this->modifiedAt] = [basename($text($row['original'] ?? '')), $int($row['modified_at'] ?? 0)];
        $this->rawEnding = $text($row['ending'] ?? '');
        $this->ending = true === ($row['is_taken'] ?? null) ? $text($row['ending'] ?? '').'.dng' : '.dng';
        $stores = json_decode($text($row['stores'] ?? ''), true);
        $this->stores = Row::numbers(\is_array($stores) ? array_values($stores) : []);
        $copies = json_decode($text($row['copies'] ?? ''), true);
        $this->copies = array_values(array_map(static fn (mixed $copy): array => ['store' => $int(\is_array($copy) ? $copy['store'] ?? 0 : 0), 'path' => $text(\is_array($copy) ? $copy['path'] ?? '' : '')], \is_array($copies) ? $copies : []));
    }
}
