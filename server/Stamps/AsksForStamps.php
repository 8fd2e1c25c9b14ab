<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\ShootStamps;
use VelvetLedger\Core\Stamp\FrameStamp;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;

/** Says of frames that an intake promises what they are to be stamped with. */
final class AsksForStamps
{
    /** @var \WeakMap<PlannedShoot, array<int, array<string, mixed>|null>> what frames of a planned shoot taken in a year are to say, asked once for all of them */
    private \WeakMap $asked;

    public function __construct(private readonly SlipBook $slips, private readonly KeywordRepository $vocabulary, private readonly FrameKeywords $keywords)
    {
        $this->asked = new \WeakMap();
    }

    /** What frames of a shoot taken in a year would say; null where nothing is asked for. */
    public function wanted(ShootStamps $stamps, ?int $year): ?FrameStamp
    {
        $asked = FrameStamp::asked($this->slips->texts($stamps->wanted), $stamps->wanted->said(), $stamps->texts, $year, $stamps->wanted->style);

        return [] === $asked->texts->texts && [] === $stamps->keywords() ? null : $asked;
    }

    public function of(LedgerFrame $frame, PlannedShoot $shoot, PlanLine $line): void
    {
        $year = (int) substr($line->frame->at->local ?? $shoot->title->date, 0, 4);
        $known = $this->asked[$shoot] ?? [];
        if (!\array_key_exists($year, $known)) {
            $known[$year] = $this->wanted($shoot->title->stamps, 0 === $year ? null : $year)?->document();
            $this->asked[$shoot] = $known;
        }
        if (null !== $known[$year] && true !== $line->frame?->read->isClip()) {
            $frame->comesToSay($known[$year]);
        }
    }

    /**
     * Once frames are in the ledger, their keywords.
     *
     * @param list<array{int, ShootStamps}> $frames
     */
    public function keywords(array $frames): void
    {
        $ids = $rows = [];
        foreach ($frames as [$frame, $stamps]) {
            foreach ($stamps->keywords() as $path) {
                $rows[] = [$frame, $ids[implode("\0", $path)] ??= $this->vocabulary->at($path)];
            }
        }
        $this->keywords->add($rows);
        $this->vocabulary->used(array_values($ids), \count($rows));
    }
}
