<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\DayBook;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Server\Persistence\Cards\Card;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** One dated line of the day book, and what it is about; written once, never changed, and sealed by the database. */
#[ORM\Entity(readOnly: true)]
#[ORM\Table(name: 'day_book_entry')]
class DayBookEntry
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\Column]
    public readonly \DateTimeImmutable $at;

    private function __construct(
        #[ORM\Column(length: 16)]
        public readonly DayBookKind $kind,
        #[ORM\Column(type: 'text')]
        public readonly string $entry,
        #[ORM\ManyToOne]
        public readonly ?Intake $intake = null,
        #[ORM\ManyToOne]
        public readonly ?Card $card = null,
        #[ORM\ManyToOne]
        public readonly ?Shoot $shoot = null,
        #[ORM\ManyToOne]
        public readonly ?LedgerStore $store = null,
    ) {
        $this->at = new \DateTimeImmutable();
    }

    public static function ofIntake(string $entry, Intake $intake, DayBookKind $kind = DayBookKind::Intake): self
    {
        return new self($kind, $entry, $intake, $intake->card, null, $intake->store);
    }

    public static function ofStore(string $entry, LedgerStore $store, DayBookKind $kind = DayBookKind::Store, ?Shoot $shoot = null): self
    {
        return new self($kind, $entry, null, null, $shoot, $store);
    }

    public static function ofCard(string $entry, Card $card): self
    {
        return new self(DayBookKind::Card, $entry, null, $card);
    }

    public static function ofShoot(string $entry, Shoot $shoot): self
    {
        return new self(DayBookKind::Stamp, $entry, null, null, $shoot);
    }

    public static function ofRule(string $entry): self
    {
        return new self(DayBookKind::Store, $entry);
    }

    public static function ofOrder(string $entry): self
    {
        return new self(DayBookKind::Order, $entry);
    }

    public function id(): int
    {
        return $this->id;
    }
}
