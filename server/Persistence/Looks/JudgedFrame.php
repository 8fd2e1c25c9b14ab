<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use VelvetLedger\Core\Look\Decision;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Server\Persistence\Row;

/** A frame as a sitting has it: how it is judged, and what the screen shows of it. */
final readonly class JudgedFrame
{
    public LookedAt $frame;
    public int $shoot;
    public string $stem;
    public string $takenAt;
    public bool $hasPicture;

    /** What its file said before it came here: a client's stars, or the camera's; kept beside one's own. */
    public Judgement $came;

    /** @var list<string> of its files that are there, ".orw", ".jpg" */
    public array $endings;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->frame = self::looked($row);
        $this->shoot = $row->int('shoot_id');
        $this->stem = $row->text('stem');
        $this->takenAt = $row->text('taken_at');
        $this->hasPicture = $row->bool('has_picture');
        $this->came = Judgement::written($row->intOrNull('card_rating'), $row->textOrNull('card_label'));
        $this->endings = Row::words($columns['endings'] ?? null);
    }

    public static function looked(Row $row): LookedAt
    {
        return new LookedAt($row->int('id'), self::judgement($row), $row->int('revision'), null === $row->textOrNull('body') ? '' : Body::called($row->text('body'), $row->textOrNull('serial') ?? ''), $row->textOrNull('lens') ?? '');
    }

    /** What it was judged; where it never was, what it came with. */
    public static function judgement(Row $row): Judgement
    {
        return 0 === $row->int('revision')
            ? Judgement::written($row->intOrNull('came_rating'), $row->textOrNull('came_label'))
            : Judgement::of(Decision::tryFrom($row->textOrNull('decision') ?? ''), $row->int('stars'), $row->textOrNull('label'), $row->int('turned'));
    }
}
