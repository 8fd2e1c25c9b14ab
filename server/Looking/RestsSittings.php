<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Format\Tiff\Orientation;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Stamp\FrameStamp;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\StampChanges;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Looks\JudgementEntries;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;

/** When a sitting rests, what it came to is asked of the frames' stamps: one change and one line in the day book for each shoot. */
final readonly class RestsSittings
{
    /** Seconds without an act. */
    public const AFTER = 60;

    public function __construct(private Connection $database, private LookRepository $frames, private JudgementEntries $judgements, private StampChanges $stamps, private ShootRepository $shoots, private EntityManagerInterface $ledger, private StampQueue $queue)
    {
    }

    /** @return list<int> shoots whose stamps are to be written */
    public function rest(Lot $lot): array
    {
        $frames = array_map(static fn (LookedAt $frame): int => $frame->id, $this->frames->looked($lot, true));
        $toWrite = [];
        foreach ($this->judgements->notWritten($frames) as $shoot => $revisions) {
            if ($this->database->transactional(fn (): bool => $this->ask($shoot, $revisions))) {
                $toWrite[] = $shoot;
            }
        }

        return $toWrite;
    }

    /** @return list<int> shoots with frames of it that are to be stamped */
    public function shootsWaiting(Lot $lot): array
    {
        return array_keys($this->queue->readyAmong(array_map(static fn (LookedAt $frame): int => $frame->id, $this->frames->looked($lot, true))));
    }

    /**
     * @param array<int, int> $revisions frame => revision of its judgement
     *
     * @return bool whether any of them is to say something else
     */
    private function ask(int $shoot, array $revisions): bool
    {
        $now = $this->judgements->now(array_keys($revisions)); // nobody judges them meanwhile
        $judged = array_map(static fn (array $one): Judgement => $one[0], $now);
        $says = $this->stamps->stamps($shoot, array_keys($judged));
        $other = $toSay = [];
        foreach ($says as $frame => $one) {
            $came = $one['remarks']['label'] ?? null;
            $isSaid = Judgement::written($one['stamp']->rating ?? $one['rating'], $one['stamp']->label ?? (\is_string($came) ? $came : null));
            $toSay[$frame] = 0 === $judged[$frame]->turned ? null : Orientation::of($one['orientation'])->turned($judged[$frame]->turned)->value;
            if ($isSaid->rating() !== $judged[$frame]->rating() || $isSaid->label !== $judged[$frame]->label || $one['stamp']->orientation !== $toSay[$frame]) {
                $other[] = $frame;
            }
        }
        if ([] !== $other) {
            $count = $this->stamps->enter($shoot, AskedBy::Page, 'stars, labels and turns of a first look', $other, static fn (FrameStamp $stamp, ?int $year, int $frame): FrameStamp => $stamp->rated($judged[$frame]->rating())->labelled($judged[$frame]->label ?? '')->oriented($toSay[$frame] ?? null), [], []);
            $this->ledger->persist(DayBookEntry::ofShoot(\sprintf('Looked at: stars, label or turn of %s changed.', Count::of($count, 'frame')), $this->shoots->find($shoot)));
            $this->ledger->flush();
        }
        $this->judgements->areWritten(array_map(static fn (array $one): int => $one[1], $now));

        return [] !== $other;
    }
}
