<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Shoot\TimeSource;

/** What became of one file of the card that an intake was made from. */
#[ORM\Entity]
#[ORM\Table(name: 'receipt_line')]
#[ORM\Index(columns: ['intake_id', 'position'])]
#[ORM\Index(columns: ['folder', 'outcome'])]
class ReceiptLine
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(length: 32, nullable: true)]
    public ?string $checksum = null;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $provenAt = null;

    /**
     * @param string            $path        on the card, as PathText
     * @param string|null       $frameKey    null for a file that belongs to no frame
     * @param string|null       $folder      where it goes, from the store's root
     * @param CaptureFacts|null $facts       of its frame
     * @param string|null       $shootFolder the shoot's own, which may hold the one that the file goes to
     */
    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public Intake $intake,
        #[ORM\Column]
        public int $position,
        #[ORM\Column(type: 'text')]
        public string $path,
        #[ORM\Column(length: 24)]
        public Kind $kind,
        #[ORM\Column(type: 'bigint')]
        public int $bytes,
        #[ORM\Column(type: 'bigint')]
        public int $modifiedAt,
        #[ORM\Column(length: 12)]
        public Outcome $outcome,
        #[ORM\Column(type: 'text')]
        public string $reason,
        #[ORM\Column(length: 16, nullable: true)]
        public ?string $frameKey,
        #[ORM\Column(length: 10, nullable: true)]
        public ?string $shootDate,
        #[ORM\Column(type: 'text', nullable: true)]
        public ?string $shootDescription,
        #[ORM\Column(type: 'text', nullable: true)]
        public ?string $folder,
        #[ORM\Column(type: 'text', nullable: true)]
        public ?string $name,
        #[ORM\Column(length: 19, nullable: true)]
        public ?string $takenAt,
        #[ORM\Column(type: 'text', nullable: true)]
        public ?string $shootFolder,
        #[ORM\Column(length: 24, nullable: true)]
        public ?TimeSource $timeSource,
        #[ORM\Column]
        public int $clockCorrection,
        #[ORM\Column(nullable: true)]
        public ?int $sequence,
        #[ORM\Column(length: 12, nullable: true)]
        public ?Scope $sequenceScope,
        #[ORM\Column(type: FactsType::NAME, nullable: true)]
        public ?CaptureFacts $facts,
    ) {
    }

    /** Where it goes, from the store's root. */
    public function to(): string
    {
        return ltrim($this->folder.'/'.$this->name, '/');
    }
}
