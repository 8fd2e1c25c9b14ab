<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Server\Persistence\Intakes\Entries;

/** One check of a copy's bytes against the checksum in the ledger; written once and never changed. Written by Entries. */
#[ORM\Entity(readOnly: true)]
#[ORM\Table(name: 'proof')]
class Proof
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /** @param string $checksum XXH128 of what was read */
    private function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Copy $copy,
        #[ORM\Column(length: 32)]
        public readonly string $checksum,
        #[ORM\Column]
        public readonly bool $holds,
        #[ORM\Column]
        public readonly \DateTimeImmutable $at,
    ) {
    }

    public function id(): int
    {
        return $this->id;
    }
}
