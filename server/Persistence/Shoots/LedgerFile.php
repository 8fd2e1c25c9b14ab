<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Server\Persistence\Cards\Original;
use VelvetLedger\Server\Persistence\Copies\Copy;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Intakes\Entries;

/** A file that lies in a shoot: an original as it is, or made from one. Its name is its frame's, and an ending of its own. Written by Entries. */
#[ORM\Entity]
#[ORM\Table(name: 'file')]
class LedgerFile
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /** @var Collection<int, Copy> */
    #[ORM\OneToMany(targetEntity: Copy::class, mappedBy: 'file')]
    private Collection $copies;

    /**
     * @param Original|null $original whose picture it holds, as it is or stamped; null for a sidecar that we wrote
     * @param string        $ending   what follows the frame's stem in its name: ".orw", "b.jpg"
     * @param string        $checksum XXH128 of the file as it should be at every store
     */
    private function __construct(
        #[ORM\ManyToOne(inversedBy: 'files')]
        #[ORM\JoinColumn(nullable: false)]
        public readonly LedgerFrame $frame,
        #[ORM\ManyToOne]
        public readonly ?Original $original,
        #[ORM\Column(length: 20)]
        private Making $making,
        #[ORM\Column(type: 'text')]
        public readonly string $ending,
        #[ORM\Column(type: 'bigint')]
        private int $bytes,
        #[ORM\Column(length: 32)]
        private string $checksum,
        #[ORM\Column(length: 64, nullable: true)]
        private ?string $sha256 = null,
    ) {
        $this->copies = new ArrayCollection();
    }

    public function id(): int
    {
        return $this->id;
    }

    public function making(): Making
    {
        return $this->making;
    }

    public function name(): string
    {
        return $this->frame->name->stem.$this->ending;
    }

    public function bytes(): int
    {
        return $this->bytes;
    }

    public function checksum(): string
    {
        return $this->checksum;
    }

    /** Whether another file of the frame took its place at every store. */
    public function isLetGo(): bool
    {
        return $this->copies->exists(static fn (int $i, Copy $copy): bool => CopyState::LetGo === $copy->state());
    }

    /** Where an order asked for it. */
    public function sha256(): ?string
    {
        return $this->sha256;
    }

    /** @return Collection<int, Copy> */
    public function copies(): Collection
    {
        return $this->copies;
    }
}
