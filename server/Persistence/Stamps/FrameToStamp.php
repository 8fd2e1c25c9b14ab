<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use VelvetLedger\Core\Capture\Remarks;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Stamp\FrameStamp;
use VelvetLedger\Core\Stamp\Origin;
use VelvetLedger\Server\Persistence\Row;

/** A frame as stamping needs it: what it is to say, where it came from, and its files. */
final readonly class FrameToStamp
{
    public int $id;
    public int $shoot;
    public int $revision;
    public string $folder;
    public string $stem;
    public FrameStamp $stamp;
    public Origin $origin;

    /** What its files said before they came here. */
    public Remarks $remarks;
    public ?int $rating;

    /** @var list<FileToStamp> */
    public array $files;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $is = Row::of($row);
        $json = static fn (string $key): mixed => json_decode($is->textOrNull($key) ?? 'null', true);
        $this->id = $is->int('id');
        $this->shoot = $is->int('shoot_id');
        $this->revision = $is->int('stamp_revision');
        $this->folder = $is->text('folder');
        $this->stem = $is->text('stem');
        $this->stamp = FrameStamp::ofDocument($json('stamp'));
        $facts = $json('facts');
        $this->remarks = Remarks::ofDocument(\is_array($facts) ? $facts['remarks'] ?? null : null);
        $rating = \is_array($facts) ? $facts['rating'] ?? null : null;
        $this->rating = \is_int($rating) ? $rating : null;
        $isCorrected = 0 !== $is->int('clock_correction');
        $this->origin = new Origin($is->text('original_name'), $is->textOrNull('camera_time'), $isCorrected ? $is->text('taken_at') : null, $is->int('clock_correction'), (string) $is->int('intake_id'), (string) $this->shoot);
        $files = $json('files');
        $this->files = array_values(array_map(static fn (mixed $file): FileToStamp => new FileToStamp(\is_array($file) ? $file : []), \is_array($files) ? $files : []));
    }

    /** Whether files of it lie at a store, or are to: so one that is new is to lie there, too. */
    public function belongsAt(int $store): bool
    {
        return \in_array($store, $this->stores(), true);
    }

    /** @return list<int> every store that it belongs at */
    public function stores(): array
    {
        return array_values(array_unique(array_merge(...array_map(static fn (FileToStamp $file): array => $file->stores(), $this->files))));
    }

    /** Where a file of it came from; without one, where the first of its raw files did, or the first of all. */
    public function originOf(?FileToStamp $file): Origin
    {
        $of = null === $file || '' === $file->originalName ? $this->lead() : $file;

        return null === $of || '' === $of->originalName ? $this->origin : $this->origin->of($of->originalName);
    }

    private function lead(): ?FileToStamp
    {
        foreach ($this->files as $file) {
            if (Kind::StillRaw === Kind::ofPath($file->originalName)) {
                return $file;
            }
        }

        return $this->files[0] ?? null;
    }

    /** Where a file of it lies, from the store's root. */
    public function path(string $ending): string
    {
        return ltrim($this->folder.'/'.$this->stem.$ending, '/');
    }
}
