<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Server\Persistence\Looks\JudgedFrame;
use VelvetLedger\Server\Persistence\Row;

/** A frame that is set aside. */
final readonly class AsideFrame
{
    public int $id;
    public string $stem;
    public string $takenAt;
    public string $since;
    public bool $hasPicture;
    public int $bytes;

    /** Proven copies, at stores in use, of that of its files that has fewest. */
    public int $copies;

    /** @var list<string> of its files */
    public array $endings;

    /** @var list<string> what is wrong with its copies: "missing at Bellows" */
    public array $doubts;

    public LookedAt $looked;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->id = $row->int('id');
        $this->stem = $row->text('stem');
        $this->takenAt = $row->text('taken_at');
        $this->since = substr($row->textOrNull('aside_at') ?? '', 0, 10);
        $this->hasPicture = $row->bool('has_picture');
        $this->bytes = $row->int('bytes');
        $this->copies = $row->int('copies');
        $this->endings = Row::words($columns['endings'] ?? null);
        $this->doubts = Row::words($columns['doubts'] ?? null);
        $this->looked = JudgedFrame::looked($row);
    }
}
