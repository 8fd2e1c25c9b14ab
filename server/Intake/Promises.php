<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\ShootStamps;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\LineShoot;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\ManyRows;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\GivenName;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stamps\AsksForStamps;

/** Enters what a plan promises: a line for every file, and the shoots and frames that files will come into. */
final class Promises
{
    /** @var array<string, Shoot> place => shoot */
    private array $shoots = [];

    /** @var array<array-key, LedgerFrame> frame key => frame */
    private array $frames = [];

    /** @var list<LedgerFrame> those that are promised here */
    private array $new = [];

    /** @var list<array{LedgerFrame, ShootStamps}> frames that are to be stamped */
    private array $stamped = [];

    public function __construct(private readonly EntityManagerInterface $ledger, private readonly ShootRepository $repository, private readonly AsksForStamps $stamps, private readonly ManyRows $rows)
    {
    }

    /**
     * @param array<array-key, Intake> $intakes one for each card, by the card's id: they share shoots, and frames that two cards have halves of
     *
     * @return list<int> shoots that frames are promised to
     */
    public function enter(array $intakes, Plan $plan): array
    {
        $this->shoots = $this->frames = $this->stamped = $this->new = [];
        $lines = [];
        $shoots = $plan->shootsByFrame();
        foreach ($intakes as $card => $intake) {
            foreach ($plan->linesOf((string) $card) as $position => $line) {
                $shoot = $shoots[$line->frame?->key()] ?? null;
                $heading = null === $shoot ? new LineShoot() : new LineShoot($shoot->title->date, $shoot->title->description, $shoot->place->folder);
                $lines[] = new ReceiptLine($intake, $position, $line, $heading, null === $shoot ? null : $this->frame($intake, $line, $shoot));
            }
        }
        $this->ledger->flush(); // the intakes, and the shoots that are new
        $this->rows->insert(LedgerFrame::class, $this->new);
        $this->rows->insert(ReceiptLine::class, $lines);

        return $this->promised();
    }

    /** @return list<int> */
    private function promised(): array
    {
        return array_values(array_unique(array_map(static fn (LedgerFrame $frame): int => $frame->shoot->id(), $this->new)));
    }

    /** What needs the frames' numbers: once they are in the ledger. */
    public function enterKeywords(): void
    {
        $this->stamps->keywords(array_map(static fn (array $one): array => [$one[0]->id(), $one[1]], array_values(array_filter($this->stamped, static fn (array $one): bool => null !== $one[0]->stamp()))));
    }

    /**
     * @param list<PlanLine> $lines of a plan
     *
     * @return list<ReadFrame> those that they are about
     */
    public static function framesOf(array $lines): array
    {
        $frames = [];
        foreach ($lines as $line) {
            if (null !== $line->frame) {
                $frames[$line->frame->key()] = $line->frame->read;
            }
        }

        return array_values($frames);
    }

    private function frame(Intake $intake, PlanLine $line, PlannedShoot $planned): ?LedgerFrame
    {
        if (null === $line->frame || null === $line->becomes) {
            return null;
        }
        $becomes = $line->becomes;
        if (null !== $becomes->joins) {
            return $this->frames[$line->frame->key()] ??= $this->ledger->find(LedgerFrame::class, $becomes->joins) ?? throw NotInLedger::frame($becomes->joins);
        }
        if (!isset($this->frames[$line->frame->key()])) {
            $frame = new LedgerFrame($this->shoot($planned), $intake, new GivenName($becomes->folder, $becomes->stem, $becomes->number, $becomes->scope), $line->frame);
            $this->stamps->of($frame, $planned, $line);
            $this->new[] = $frame;
            $this->stamped[] = [$frame, $planned->title->stamps];
            $this->frames[$line->frame->key()] = $frame;
        }

        return $this->frames[$line->frame->key()];
    }

    private function shoot(PlannedShoot $planned): Shoot
    {
        $place = Shoot::placeOf($planned->place->folder, $planned->title->date, $planned->title->description);

        return $this->shoots[$place] ??= $this->repository->at($planned->place->folder, $planned->title->date, $planned->title->description);
    }
}
