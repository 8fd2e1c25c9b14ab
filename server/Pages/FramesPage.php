<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\Hints;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\MeasurementRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShownFrame;
use VelvetLedger\Server\Persistence\Shoots\ShownFrameRepository;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\View\Cards\FactsView;
use VelvetLedger\Server\View\Shoots\FrameFactsView;
use VelvetLedger\Server\View\Shoots\FrameStampView;
use VelvetLedger\Server\View\Shoots\ShootFrameView;

/**
 * The frames of a shoot with what each says.
 *
 * @phpstan-import-type SaidInShort from StampQueue
 */
final readonly class FramesPage
{
    /** As many pictures as a large screen shows at once. */
    private const FIRST = 60;

    public function __construct(private EntityManagerInterface $ledger, private ShownFrameRepository $shown, private StampQueue $stamps, private FrameKeywords $keywords, private MeasurementRepository $measurements)
    {
    }

    /** @return list<ShootFrameView> in the order they were taken */
    public function frames(Shoot $shoot): array
    {
        return $this->views($this->shown->ofShoot($shoot->id()), $this->stamps->ofShoot($shoot->id()), Hints::of(...$this->measurements->ofShoot($shoot->id())));
    }

    /**
     * Those that a page shows before all are there, without the hints that only all of them give.
     *
     * @return list<ShootFrameView>
     */
    public function first(Shoot $shoot): array
    {
        $frames = $this->shown->ofShoot($shoot->id(), self::FIRST);

        return $this->views($frames, $this->stamps->ofShoot($shoot->id(), array_map(static fn (ShownFrame $frame): int => $frame->id, $frames)), []);
    }

    /**
     * Some of a shoot's frames, by what else they are asked for; without hints as well.
     *
     * @param list<int> $frames
     *
     * @return list<ShootFrameView>
     */
    public function some(int $shoot, array $frames, int $from, int $most): array
    {
        $shown = $this->shown->some($frames, $from, $most);

        return $this->views($shown, $this->stamps->ofShoot($shoot, array_map(static fn (ShownFrame $frame): int => $frame->id, $shown)), []);
    }

    /**
     * Frames of any shoots, in the order that they are named.
     *
     * @param list<int> $frames
     *
     * @return list<ShootFrameView>
     */
    public function wherever(array $frames): array
    {
        $views = [];
        foreach ($this->shown->byShoot($frames) as $shoot => $some) {
            foreach ($this->some($shoot, $some, 0, \count($some)) as $view) {
                $views[$view->id] = $view;
            }
        }

        return array_values(array_filter(array_map(static fn (int $frame): ?ShootFrameView => $views[$frame] ?? null, $frames)));
    }

    /**
     * Some of these, of any shoots, the latest first.
     *
     * @param list<int> $frames
     *
     * @return list<ShootFrameView>
     */
    public function latest(array $frames, int $from, int $most): array
    {
        return $this->wherever($this->shown->latest($frames, $from, $most));
    }

    /**
     * @param list<ShownFrame>                  $frames
     * @param array<int, SaidInShort>           $says   by frame
     * @param array<array-key, list<FrameHint>> $hints  the same
     *
     * @return list<ShootFrameView>
     */
    private function views(array $frames, array $says, array $hints): array
    {
        $keywords = $this->keywords->of(array_map(static fn (ShownFrame $frame): int => $frame->id, $frames));

        return array_map(static function (ShownFrame $frame) use ($says, $keywords, $hints): ShootFrameView {
            $said = $says[$frame->id] ?? ['rating' => null, 'label' => null, 'waits' => false, 'note' => null, 'found' => null];
            $words = array_map(static fn (Keyword $keyword): string => $keyword->word(), array_values($keywords[$frame->id] ?? []));

            return new ShootFrameView($frame, new FrameStampView($said['rating'], $said['label'], array_values(array_unique([...$words, ...$frame->keywords])), $said['waits'], $said['note'], $said['found']), $hints[$frame->id] ?? []);
        }, $frames);
    }

    /**
     * Of those of these that are in the ledger.
     *
     * @param list<int> $frames
     *
     * @return list<FrameFactsView>
     */
    public function factsOf(array $frames): array
    {
        return array_map(self::factsView(...), $this->ledger->getRepository(LedgerFrame::class)->findBy(['id' => $frames], ['id' => 'ASC']));
    }

    /** @throws NotInLedger */
    public function facts(int $frame): FrameFactsView
    {
        return self::factsView($this->ledger->find(LedgerFrame::class, $frame) ?? throw NotInLedger::frame($frame));
    }

    private static function factsView(LedgerFrame $frame): FrameFactsView
    {
        $facts = $frame->facts->facts();

        return new FrameFactsView($frame->id(), null === $facts ? null : new FactsView($facts));
    }
}
