<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\Totals;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Store\Room;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeSource;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Placing\Landing;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Turns a plan into an intake, or into one for each card of a desk: a receipt with a line for every file on the card, still to be copied. */
final readonly class StartIntake
{
    public function __construct(
        private Plans $plans,
        private Promises $promises,
        private OrderBook $orders,
        private CardRepository $cards,
        private ReceiptRepository $receipts,
        private IntakeRuns $runs,
        private Landing $landing,
        private EntityManagerInterface $ledger,
    ) {
    }

    /**
     * One intake for each card of the desk, all of one plan, or none.
     *
     * @param \Closure(Intake): mixed $then done in the same transaction with each, once it has its number
     *
     * @return non-empty-list<Intake> in the order of the cards
     *
     * @throws CouldNotBegin|StoreAbsent
     */
    public function start(CardsOnDesk $desk, Wishes $wishes, \Closure $then): array
    {
        return $this->ledger->wrapInTransaction(function () use ($desk, $wishes, $then): array {
            $this->runs->promiseAlone();
            foreach ($desk->volumes as $volume) {
                $running = $this->cards->underWay($volume->identity);
                if (null !== $running) {
                    throw CouldNotBegin::alreadyRunning($running->id());
                }
            }
            $plan = $this->plans->make($desk, $wishes);
            $this->checkRoom($plan, $wishes->order);
            $intakes = array_map(fn (Volume $volume): Intake => $this->intake($volume, $plan, $wishes), $desk->volumes);
            array_walk($intakes, $this->ledger->persist(...));
            $this->landing->begun($wishes->order, $this->promises->enter($intakes, $plan));
            foreach ($intakes as $card => $intake) {
                $lines = $plan->linesOf((string) $card);
                $this->enterDayBook($intake, Totals::of($lines), $wishes);
                $this->orders->remember($wishes->order->name, $desk->volumes[$card], ...Promises::framesOf($lines));
            }
            $begun = array_values($intakes);
            $this->enterClocks($begun[0], $plan, $desk);
            $this->ledger->flush();
            $this->promises->enterKeywords();
            foreach ($begun as $intake) {
                1 === \count($begun) ? null : $intake->isBegunWith($begun[0]);
                $intake->sumUp($this->receipts->addUp($intake));
                $then($intake);
            }

            return $begun;
        });
    }

    private function intake(Volume $volume, Plan $plan, Wishes $wishes): Intake
    {
        $its = $plan->shootsOf($volume->id);
        $ids = array_map(static fn (PlannedShoot $shoot): string => $shoot->id, $its);
        $problems = array_filter($plan->problems, static fn (Problem $problem): bool => About::Gap !== $problem->about && (null === $problem->shoot || \in_array($problem->shoot, $ids, true)));

        return new Intake(
            $this->cards->seen($volume->identity),
            IntakeSource::of($volume->path, $volume->identity),
            $this->landing->main($wishes->order),
            array_values(array_map(static fn (Problem $problem): string => $problem->message, $problems)),
            OrderDocument::of($wishes->order),
            array_merge(...array_map(static fn (PlannedShoot $shoot): array => $shoot->place->makes, $its)),
            $this->runs->here(),
            $this->landing->mirrors($wishes->order),
        );
    }

    private function checkRoom(Plan $plan, StandingOrder $order): void
    {
        $main = $this->landing->at($order);
        if (0 === $plan->totals->files->number(Intent::BringIn)) {
            throw CouldNotBegin::nothingToBringIn();
        }
        $main->open();
        $free = $main->freeBytes() ?? throw $main->absence();
        $room = new Room($free, $this->landing->owedBytes($order));
        if (!$room->takes($plan->totals->files->bytesToBringIn)) {
            throw CouldNotBegin::noRoom($main, $room->neededFor($plan->totals->files->bytesToBringIn), $free);
        }
    }

    private function enterDayBook(Intake $intake, Totals $totals, Wishes $wishes): void
    {
        $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('Intake asked for from %s by the standing order "%s": %d of %s, %s.', $intake->source->label, $wishes->order->name, $totals->frames->toBringIn, Count::of($totals->frames->all, 'frame'), Size::of($totals->files->bytesToBringIn)), $intake));
    }

    private function enterClocks(Intake $intake, Plan $plan, CardsOnDesk $desk): void
    {
        foreach ($plan->clocks as $clock) {
            if (0 !== $clock->seconds) {
                $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('The clock of %s is put %s (%s): %s from %s, the first from %s to %s.', $clock->body.(null === $clock->span ? '' : ', in a part of the card,'), $clock->inWords, $clock->because, Count::of($clock->frames, 'frame'), $desk->label(), strtr($clock->before, 'T', ' '), strtr($clock->after, 'T', ' ')), $intake, DayBookKind::Clock));
            }
        }
    }
}
