<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Server\Persistence\Intakes\Entries;
use VelvetLedger\Server\Persistence\Shoots\LedgerFile;

/** One file at one store: where it lies there, how it is, and when its bytes were last proven. Written by Entries. */
#[ORM\Entity]
#[ORM\Table(name: 'copy')]
#[ORM\UniqueConstraint(name: 'copy_place', columns: ['store_id', 'path'])]
class Copy
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /**
     * @param string      $path     from the store's root
     * @param string|null $checksum XXH128 as last read
     */
    private function __construct(
        #[ORM\ManyToOne(inversedBy: 'copies')]
        #[ORM\JoinColumn(nullable: false)]
        public readonly LedgerFile $file,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly LedgerStore $store,
        #[ORM\Column(type: 'text')]
        private string $path,
        #[ORM\Column(length: 10)]
        private CopyState $state,
        #[ORM\Column(length: 32, nullable: true)]
        private ?string $checksum,
        #[ORM\Column(nullable: true)]
        private ?\DateTimeImmutable $provenAt,
        #[ORM\Column(type: 'text', nullable: true)]
        private ?string $because = null,
    ) {
    }

    public function id(): int
    {
        return $this->id;
    }

    public function path(): string
    {
        return $this->path;
    }

    public function state(): CopyState
    {
        return $this->state;
    }

    public function checksum(): ?string
    {
        return $this->checksum;
    }

    /** Why it is owed, missing or different, in words. */
    public function because(): ?string
    {
        return $this->because;
    }

    public function provenAt(): ?\DateTimeImmutable
    {
        return $this->provenAt;
    }
}
