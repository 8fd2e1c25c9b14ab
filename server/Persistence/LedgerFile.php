<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\Kind;

/** One file of a frame: what it was on the card, byte for byte, and its copies. */
#[ORM\Entity]
#[ORM\Table(name: 'ledger_file')]
#[ORM\Index(columns: ['quick_print'])]
#[ORM\Index(columns: ['checksum'])]
class LedgerFile
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @var Collection<int, Copy> */
    #[ORM\OneToMany(targetEntity: Copy::class, mappedBy: 'file', cascade: ['persist'])]
    public Collection $copies;

    /**
     * @param string $originalPath on its card, as PathText
     * @param int    $bytes        of the original
     * @param string $checksum     XXH128 of the original
     * @param string $quickPrint   of the original
     * @param int    $modifiedAt   of the original, Unix seconds
     */
    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'files')]
        #[ORM\JoinColumn(nullable: false)]
        public Frame $frame,
        #[ORM\Column(length: 24)]
        public Kind $kind,
        #[ORM\Column(type: 'text')]
        public string $originalPath,
        #[ORM\Column(type: 'bigint')]
        public int $bytes,
        #[ORM\Column(length: 32)]
        public string $checksum,
        #[ORM\Column(length: 56)]
        public string $quickPrint,
        #[ORM\Column(type: 'bigint')]
        public int $modifiedAt,
    ) {
        $this->copies = new ArrayCollection();
        $frame->files->add($this);
    }
}
