<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;

/** One file at one store, and when its bytes were last proven. */
#[ORM\Entity]
#[ORM\Table(name: 'copy')]
#[ORM\UniqueConstraint(columns: ['store', 'path'])]
class Copy
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /**
     * @param string $store name of the store
     * @param string $path  from the store's root
     */
    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'copies')]
        #[ORM\JoinColumn(nullable: false)]
        public LedgerFile $file,
        #[ORM\Column(type: 'text')]
        public string $store,
        #[ORM\Column(type: 'text')]
        public string $path,
        #[ORM\Column]
        public \DateTimeImmutable $provenAt,
    ) {
        $file->copies->add($this);
    }
}
