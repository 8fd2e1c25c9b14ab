<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\Hints;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Traits;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Shoots\MeasurementRepository;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;

/** What frames of a lot can be told by: when they were taken, which keywords they bear, what they hint at. */
final readonly class FrameTraits
{
    public function __construct(private LookRepository $frames, private FrameKeywords $keywords, private MeasurementRepository $measurements)
    {
    }

    /** @return array<int, Traits> by frame */
    public function of(Lot $lot): array
    {
        $rows = $this->frames->traits($lot);
        $keywords = $this->keywords->of(array_keys($rows));
        $hints = [];
        foreach (array_unique(array_column($rows, 'shoot')) as $shoot) {
            $hints += Hints::of(...$this->measurements->ofShoot($shoot));
        }
        $traits = [];
        foreach ($rows as $frame => $row) {
            $words = array_map(static fn (Keyword $keyword): string => $keyword->word(), array_values($keywords[$frame] ?? []));
            $traits[$frame] = new Traits($row['hour'], array_values(array_unique([...$words, ...$row['keywords']])), array_values(array_unique(array_map(static fn (FrameHint $hint): string => $hint->hint->value, $hints[$frame] ?? []))));
        }

        return $traits;
    }
}
