<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Server\Cards\EjectCard;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Programs\PlacesNow;
use VelvetLedger\Server\Programs\Programs;

/** What an order has done by itself when all of a card is in: its shoots opened in a program, the card ejected if it is cleared. What could not be is in the day book. */
final readonly class DoesAfterwards
{
    public function __construct(private EntityManagerInterface $ledger, private Readers $readers, private CardClearance $clearance, private EjectCard $eject, private PlacesNow $places, private Programs $programs)
    {
    }

    public function of(Intake $intake): void
    {
        if (IntakeState::Done !== $intake->state() || [] === $intake->order) {
            return;
        }
        $wished = OrderDocument::read($intake->order)->made->afterwards;
        if ('' !== $wished->open) {
            $this->tried($intake, fn () => $this->programs->open($wished->open, $this->places->ofReceipt($intake)), null);
        }
        if ($wished->eject) {
            $this->tried($intake, fn (): bool => $this->ejected($intake), "Receipt {$intake->id()}: the card was ejected, as its order says.");
        }
    }

    /** @throws CouldNot */
    private function ejected(Intake $intake): bool
    {
        $volume = $this->readers->sourceOf($intake);
        $isCard = [] !== array_filter($this->readers->volumes(), static fn (Volume $one): bool => $one->id === $volume->id);
        if (!$isCard || !$this->clearance->of($volume)->mayBeFormatted) {
            return false; // a folder is not let go of, and what is not cleared stays where it is, to be looked at
        }
        $this->eject->eject($volume);

        return true;
    }

    /** @param \Closure(): mixed $do */
    private function tried(Intake $intake, \Closure $do, ?string $done): void
    {
        try {
            $said = false === $do() ? null : $done;
        } catch (CouldNot $failure) {
            $said = "Receipt {$intake->id()}: ".$failure->getMessage();
        }
        if (null !== $said) {
            $this->ledger->persist(DayBookEntry::ofIntake($said, $intake));
            $this->ledger->flush();
        }
    }
}
