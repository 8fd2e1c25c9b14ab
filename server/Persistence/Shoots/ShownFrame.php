<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Server\Persistence\Looks\JudgedFrame;
use VelvetLedger\Server\Persistence\Row;

/** A frame as a page full of them shows it: what it is called, when it was taken, and how it is judged. */
final readonly class ShownFrame
{
    public int $id;

    /** For selects, that it was moved to; '' where it lies with the others. */
    public string $subfolder;
    public string $stem;
    public string $takenAt;
    public bool $datedByFile;
    public bool $hasPicture;
    public LookedAt $looked;

    /** @var list<string> of its files that are there: raws, then other stills, then what goes with them */
    public array $names;

    /** @var list<string> their paths on their cards */
    public array $originals;

    public int $bytes;

    /** @var list<string> that its files said when they came */
    public array $keywords;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $list = static function (string $key) use ($row): array {
            $list = json_decode($row->textOrNull($key) ?? '[]', true);

            return \is_array($list) ? $list : [];
        };
        $this->id = $row->int('id');
        [$first, $now] = [$row->textOrNull('picked_from') ?? $row->text('folder'), $row->text('folder')];
        $this->subfolder = $first === $now ? '' : (str_starts_with($now, "$first/") ? substr($now, \strlen($first) + 1) : basename($now));
        $this->stem = $row->text('stem');
        $this->takenAt = $row->text('taken_at');
        $this->datedByFile = TimeSource::File->value === $row->text('time_source');
        $this->hasPicture = $row->bool('has_picture');
        $this->looked = new LookedAt($this->id, JudgedFrame::judgement($row), $row->int('revision'));
        $this->bytes = $row->int('bytes');
        $this->names = array_map(fn (mixed $ending): string => $this->stem.(\is_string($ending) ? $ending : ''), array_values($list('endings')));
        $this->originals = array_values(array_filter($list('paths'), \is_string(...)));
        $this->keywords = array_values(array_filter(array_map(static fn (mixed $path): mixed => \is_array($path) && [] !== $path ? end($path) : null, $list('keywords')), \is_string(...)));
    }
}
