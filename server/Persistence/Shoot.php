<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;

/** A dated folder with a description, and the frames in it. */
#[ORM\Entity]
#[ORM\Table(name: 'shoot')]
#[ORM\UniqueConstraint(name: 'shoot_place', columns: ['folder', 'date', 'description'])]
class Shoot
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column]
    public \DateTimeImmutable $openedAt;

    /**
     * @param string $date   "2026-05-04"
     * @param string $folder from the store's root
     */
    public function __construct(
        #[ORM\Column(length: 10)]
        public string $date,
        #[ORM\Column(type: 'text')]
        public string $description,
        #[ORM\Column(type: 'text')]
        public string $folder,
    ) {
        $this->openedAt = new \DateTimeImmutable();
    }
}
