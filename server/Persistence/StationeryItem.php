<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Server\Orders\StationeryKind;

/** One saved piece of stationery: a naming pattern, a folder pattern, a set of subfolders, a kind of work. */
#[ORM\Entity]
#[ORM\Table(name: 'stationery')]
#[ORM\UniqueConstraint(name: 'stationery_name', columns: ['kind', 'name'])]
class StationeryItem
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @param array<mixed> $document */
    public function __construct(
        #[ORM\Column(length: 20)]
        public StationeryKind $kind,
        #[ORM\Column(type: 'text')]
        public string $name,
        #[ORM\Column(type: 'json')]
        public array $document,
    ) {
    }
}
