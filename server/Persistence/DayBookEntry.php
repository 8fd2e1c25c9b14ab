<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;

/** One dated line of the day book; written once and never changed. */
#[ORM\Entity(readOnly: true)]
#[ORM\Table(name: 'day_book_entry')]
class DayBookEntry
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\Column]
    public readonly \DateTimeImmutable $at;

    public function __construct(
        #[ORM\Column(type: 'text')]
        public readonly string $entry,
        #[ORM\ManyToOne]
        public readonly ?Intake $intake = null,
    ) {
        $this->at = new \DateTimeImmutable();
    }

    public function id(): int
    {
        return $this->id;
    }
}
