<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Hint\Hints;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\MeasurementRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\View\FrameStampView;
use VelvetLedger\Server\View\ShootFrameView;

/** The frames of a shoot with what each says. */
final readonly class FramesPage
{
    public function __construct(private ShootRepository $shoots, private StampQueue $stamps, private FrameKeywords $keywords, private MeasurementRepository $measurements)
    {
    }

    /** @return list<ShootFrameView> in the order they were taken */
    public function frames(Shoot $shoot): array
    {
        $frames = $this->shoots->frames($shoot);
        $says = $this->stamps->ofShoot($shoot->id());
        $keywords = $this->keywords->of(array_map(static fn (LedgerFrame $frame): int => $frame->id(), $frames));

        $hints = Hints::of(...$this->measurements->ofShoot($shoot->id()));

        return array_map(static function (LedgerFrame $frame) use ($says, $keywords, $hints): ShootFrameView {
            $said = $says[$frame->id()] ?? ['rating' => null, 'label' => null, 'waits' => false, 'note' => null, 'found' => null];
            $words = array_map(static fn (Keyword $keyword): string => $keyword->word(), array_values($keywords[$frame->id()] ?? []));
            $found = array_map(static fn (array $path): string => (string) end($path), $frame->facts->facts()->remarks->keywords ?? []);

            return new ShootFrameView($frame, new FrameStampView($said['rating'], $said['label'], array_values(array_unique([...$words, ...$found])), $said['waits'], $said['note'], $said['found']), $hints[$frame->id()] ?? []);
        }, $frames);
    }
}
