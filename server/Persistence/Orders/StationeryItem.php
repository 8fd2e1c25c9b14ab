<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Orders;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Order\StationeryKind;

/** One saved piece of stationery: a naming pattern, a folder pattern, a set of subfolders, a kind of work. */
#[ORM\Entity]
#[ORM\Table(name: 'stationery')]
#[ORM\UniqueConstraint(name: 'stationery_name', columns: ['kind', 'name'])]
class StationeryItem
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /** @param array<mixed> $document */
    public function __construct(
        #[ORM\Column(length: 20)]
        public readonly StationeryKind $kind,
        #[ORM\Column(type: 'text')]
        public readonly string $name,
        #[ORM\Column(type: 'json')]
        private array $document,
    ) {
    }

    #[ORM\Column]
    private bool $isDefault = false;

    public function id(): int
    {
        return $this->id;
    }

    public function isDefault(): bool
    {
        return $this->isDefault;
    }

    public function becomesDefault(bool $is): void
    {
        $this->isDefault = $is;
    }

    /** @return array<mixed> */
    public function document(): array
    {
        return $this->document;
    }

    /** @param array<mixed> $document */
    public function says(array $document): void
    {
        $this->document = $document;
    }
}
