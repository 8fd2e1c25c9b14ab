<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;

/** A file that lies in a shoot: an original as it is, or made from one. Its name is its frame's, and an ending of its own. */
#[ORM\Entity]
#[ORM\Table(name: 'file')]
class LedgerFile
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /** @var Collection<int, Copy> */
    #[ORM\OneToMany(targetEntity: Copy::class, mappedBy: 'file', cascade: ['persist'])]
    private Collection $copies;

    #[ORM\ManyToOne(inversedBy: 'files')]
    #[ORM\JoinColumn(nullable: false)]
    public readonly LedgerFrame $frame;

    /** What follows the frame's stem in its name: ".orw", "b.jpg". */
    #[ORM\Column(type: 'text')]
    public readonly string $ending;

    #[ORM\Column(type: 'bigint')]
    private int $bytes;

    /** XXH128 of the file as it should be at every store. */
    #[ORM\Column(length: 32)]
    private string $checksum;

    private function __construct(
        #[ORM\ManyToOne(cascade: ['persist'])]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Original $original,
        #[ORM\Column(length: 20)]
        public readonly Making $making,
        string $name,
    ) {
        $this->copies = new ArrayCollection();
        $this->frame = $original->frame;
        $stem = $this->frame->name->stem;
        $this->ending = str_starts_with($name, $stem) ? substr($name, \strlen($stem)) : $name;
        $this->bytes = $original->bytes;
        $this->checksum = $original->checksum;
        $this->frame->receives($this);
    }

    /** The original as it is, under its new name. */
    public static function asItIs(Original $original, string $name): self
    {
        return new self($original, Making::AsItIs, $name);
    }

    public function id(): int
    {
        return $this->id;
    }

    public function isCopiedAs(Copy $copy): void
    {
        $this->copies->add($copy);
    }

    /** @return Collection<int, Copy> */
    public function copies(): Collection
    {
        return $this->copies;
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
}
