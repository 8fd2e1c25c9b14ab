<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\IntakeState;
use VelvetLedger\Server\Persistence\ReceiptLine;
use VelvetLedger\Server\Settings\Megabytes;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\StoreAbsent;

/** Turns a plan into an intake: a receipt with a line for every file on the card, still to be copied. */
final readonly class StartIntake
{
    /** Names the lock under which plans become promises, so that two intakes never promise one name. */
    private const LOCK = 7_400_001;

    public function __construct(private Plans $plans, private OrderBook $orders, private EntityManagerInterface $ledger, private Settings $settings)
    {
    }

    /**
     * @param \Closure(Intake): void $then done in the same transaction, once the intake has its number
     *
     * @throws CouldNotBegin|StoreAbsent
     */
    public function start(Volume $volume, Wishes $wishes, \Closure $then): Intake
    {
        return $this->ledger->wrapInTransaction(function () use ($volume, $wishes, $then): Intake {
            $this->ledger->getConnection()->executeStatement('SELECT pg_advisory_xact_lock('.self::LOCK.')');
            $this->refuseSecondRun($volume);
            $plan = $this->plans->make($volume, $wishes);
            $this->checkRoom($plan);
            $problems = array_filter($plan->problems, static fn (Problem $problem): bool => About::Gap !== $problem->about);
            $intake = new Intake($volume->label(), PathText::of($volume->path), $this->settings->main->name, array_values(array_map(static fn (Problem $problem): string => $problem->message, $problems)), OrderDocument::of($wishes->order), array_merge(...array_column($plan->shoots, 'makes')));
            $this->ledger->persist($intake);
            $this->write($intake, $plan);
            $totals = $plan->totals;
            $this->ledger->persist(new DayBookEntry(\sprintf('Intake asked for from %s by the standing order "%s": %d of %d frames, %s.', $intake->sourceLabel, $wishes->order->name, $totals->framesToBringIn, $totals->frames, Megabytes::of($totals->bytesToBringIn)), $intake));
            foreach ($plan->clocks as $clock) {
                if (0 !== $clock->seconds) {
                    $this->ledger->persist(new DayBookEntry(\sprintf('The clock of %s is put %s (%s): %d frame%s from %s, the first from %s to %s.', $clock->body, $clock->inWords, $clock->because, $clock->frames, 1 === $clock->frames ? '' : 's', $intake->sourceLabel, strtr($clock->before, 'T', ' '), strtr($clock->after, 'T', ' ')), $intake));
                }
            }
            $this->orders->remember($wishes->order->name, $volume, ...self::frames($plan));
            $this->ledger->flush();
            $then($intake);

            return $intake;
        });
    }

    private function refuseSecondRun(Volume $volume): void
    {
        $running = $this->ledger->getRepository(Intake::class)->findOneBy(['sourcePath' => PathText::of($volume->path), 'state' => [IntakeState::Waiting, IntakeState::Running]]);
        if (null !== $running) {
            throw CouldNotBegin::alreadyRunning((int) $running->id);
        }
    }

    private function checkRoom(Plan $plan): void
    {
        $main = $this->settings->main;
        if (0 === $plan->totals->filesToBringIn) {
            throw CouldNotBegin::nothingToBringIn();
        }
        $free = $main->freeBytes() ?? throw StoreAbsent::notMounted($main);
        if ($free < $plan->totals->bytesToBringIn) {
            throw CouldNotBegin::noRoom($main, $plan->totals->bytesToBringIn, $free);
        }
    }

    private function write(Intake $intake, Plan $plan): void
    {
        $shoots = $plan->shootsByFrame();
        foreach ($plan->lines as $position => $line) {
            $this->ledger->persist($this->line($intake, $position, $line, $shoots[$line->frame?->key()] ?? null));
        }
    }

    /** @return list<ReadFrame> those that the plan is about */
    private static function frames(Plan $plan): array
    {
        $frames = [];
        foreach ($plan->lines as $line) {
            if (null !== $line->frame) {
                $frames[$line->frame->key()] = $line->frame->read;
            }
        }

        return array_values($frames);
    }

    private function line(Intake $intake, int $position, PlanLine $line, ?PlannedShoot $shoot): ReceiptLine
    {
        return new ReceiptLine(
            $intake,
            $position,
            $line->file->text(),
            $line->file->kind,
            $line->file->bytes,
            $line->file->modifiedAt,
            Outcome::atStart($line->intent),
            $line->reason,
            $line->frame?->key(),
            $shoot?->date,
            $shoot?->description,
            $line->folder,
            $line->name,
            $line->frame?->at->local,
            $shoot?->folder,
            $line->frame?->by,
            $line->frame?->correction() ?? 0,
            $line->number,
            $line->scope,
            $line->frame?->read->facts,
        );
    }
}
