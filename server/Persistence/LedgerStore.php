<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;

/** A place where copies live. Its UUID stands in the mark on its drive; its name and place may change. */
#[ORM\Entity]
#[ORM\Table(name: 'store')]
#[ORM\UniqueConstraint(name: 'store_uuid', columns: ['uuid'])]
class LedgerStore
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\Column]
    public readonly \DateTimeImmutable $addedAt;

    public function __construct(
        #[ORM\Column(type: 'guid')]
        public readonly string $uuid,
        #[ORM\Column(type: 'text')]
        private string $name,
        #[ORM\Column(length: 12)]
        private StoreRole $role,
        #[ORM\Column(type: 'text')]
        private string $place,
    ) {
        $this->addedAt = new \DateTimeImmutable();
    }

    public function id(): int
    {
        return $this->id;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function role(): StoreRole
    {
        return $this->role;
    }

    /** The folder that it was last found at, absolute. */
    public function place(): string
    {
        return $this->place;
    }

    public function isCalled(string $name): void
    {
        $this->name = $name;
    }

    public function isFoundAt(string $place): void
    {
        $this->place = $place;
    }

    public function becomes(StoreRole $role): void
    {
        $this->role = $role;
    }
}
