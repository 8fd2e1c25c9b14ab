<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Store\Room;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeSource;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Turns a plan into an intake: a receipt with a line for every file on the card, still to be copied. */
final readonly class StartIntake
{
    public function __construct(
        private Plans $plans,
        private Promises $promises,
        private OrderBook $orders,
        private CardRepository $cards,
        private ReceiptRepository $receipts,
        private IntakeRuns $runs,
        private Stores $stores,
        private EntityManagerInterface $ledger,
    ) {
    }

    /**
     * @param \Closure(Intake): mixed $then done in the same transaction, once the intake has its number
     *
     * @throws CouldNotBegin|StoreAbsent
     */
    public function start(Volume $volume, Wishes $wishes, \Closure $then): Intake
    {
        return $this->ledger->wrapInTransaction(function () use ($volume, $wishes, $then): Intake {
            $this->runs->promiseAlone();
            $running = $this->cards->underWay($volume->identity);
            if (null !== $running) {
                throw CouldNotBegin::alreadyRunning($running->id());
            }
            $plan = $this->plans->make($volume, $wishes);
            $this->checkRoom($plan);
            $problems = array_filter($plan->problems, static fn (Problem $problem): bool => About::Gap !== $problem->about);
            $intake = new Intake(
                $this->cards->seen($volume->identity),
                IntakeSource::of($volume->path, $volume->identity),
                $this->stores->ofLedger(),
                array_values(array_map(static fn (Problem $problem): string => $problem->message, $problems)),
                OrderDocument::of($wishes->order),
                array_merge(...array_map(static fn (PlannedShoot $shoot): array => $shoot->place->makes, $plan->shoots)),
                $this->runs->here(),
            );
            $this->ledger->persist($intake);
            $this->promises->enter($intake, $plan);
            $this->enterDayBook($intake, $plan, $wishes);
            $this->orders->remember($wishes->order->name, $volume, ...Promises::framesOf($plan));
            $this->ledger->flush();
            $this->promises->enterKeywords();
            $intake->sumUp($this->receipts->addUp($intake));
            $then($intake);

            return $intake;
        });
    }

    private function checkRoom(Plan $plan): void
    {
        $main = $this->stores->main();
        if (0 === $plan->totals->files->number(Intent::BringIn)) {
            throw CouldNotBegin::nothingToBringIn();
        }
        $main->open();
        $free = $main->freeBytes() ?? throw $main->absence();
        $room = new Room($free, $this->stores->owedBytes($this->stores->ofLedger()));
        if (!$room->takes($plan->totals->files->bytesToBringIn)) {
            throw CouldNotBegin::noRoom($main, $room->neededFor($plan->totals->files->bytesToBringIn), $free);
        }
    }

    private function enterDayBook(Intake $intake, Plan $plan, Wishes $wishes): void
    {
        $totals = $plan->totals;
        $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('Intake asked for from %s by the standing order "%s": %d of %s, %s.', $intake->source->label, $wishes->order->name, $totals->frames->toBringIn, Count::of($totals->frames->all, 'frame'), Size::of($totals->files->bytesToBringIn)), $intake));
        foreach ($plan->clocks as $clock) {
            if (0 !== $clock->seconds) {
                $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('The clock of %s is put %s (%s): %s from %s, the first from %s to %s.', $clock->body.(null === $clock->span ? '' : ', in a part of the card,'), $clock->inWords, $clock->because, Count::of($clock->frames, 'frame'), $intake->source->label, strtr($clock->before, 'T', ' '), strtr($clock->after, 'T', ' ')), $intake, DayBookKind::Clock));
            }
        }
    }
}
