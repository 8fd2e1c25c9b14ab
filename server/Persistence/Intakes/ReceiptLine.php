<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Persistence\Shoots\LedgerFile;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;

/** One file of the card that an intake was made from: what was promised of it, and what came of that, which Entries writes. */
#[ORM\Entity]
#[ORM\Table(name: 'receipt_line')]
#[ORM\Index(name: 'line_position', columns: ['intake_id', 'position'])]
#[ORM\Index(name: 'line_outcome', columns: ['intake_id', 'outcome', 'position'])]
class ReceiptLine
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /** On the card, as PathText. */
    #[ORM\Column(type: 'text')]
    public readonly string $path;

    #[ORM\Column(length: 24)]
    public readonly Kind $kind;

    #[ORM\Column(type: 'bigint')]
    public readonly int $bytes;

    /** Unix seconds. */
    #[ORM\Column(type: 'bigint')]
    public readonly int $modifiedAt;

    /** Where it was promised to go, from the store's root; null where it was to stay. */
    #[ORM\Column(type: 'text', nullable: true)]
    public readonly ?string $folder;

    #[ORM\Column(type: 'text', nullable: true)]
    public readonly ?string $name;

    /** Frames of one key are one frame on the card; null for a file that belongs to none. */
    #[ORM\Column(length: 16, nullable: true)]
    public readonly ?string $frameKey;

    /** Whether it comes in though the ledger holds it, by the photographer's wish. */
    #[ORM\Column]
    public readonly bool $again;

    #[ORM\Column(length: 12)]
    private Outcome $outcome;

    #[ORM\Column(type: 'text')]
    private string $reason;

    /** Of what is to be copied, read when the intake begins; of what another receipt has promised. */
    #[ORM\Column(length: 56, nullable: true)]
    private ?string $quickPrint = null;

    #[ORM\Column(type: 'text', nullable: true)]
    private readonly ?string $twin;

    /** Bytes of it that could be read on its own card, and are the same on its twin's; null where that is only believed. Written by Entries. */
    #[ORM\Column(type: 'bigint', nullable: true)]
    private ?int $twinAgreed = null; // @phpstan-ignore property.onlyWritten, property.unusedType

    /** What there is of a picture that was cut off on its card, in words. */
    #[ORM\Column(type: 'text', nullable: true)]
    public readonly ?string $incomplete;

    /** Whether it is an order that left it out. */
    #[ORM\Column(options: ['default' => false])]
    public readonly bool $byOrder;

    /** The intake that has promised to bring it in, where another has. */
    #[ORM\Column(nullable: true)]
    public readonly ?int $promisedBy;

    /**
     * @param LedgerFrame|null $frame what it was promised to become a file of; null where it was to stay
     * @param LedgerFile|null  $file  what came in, and its checksum and proof
     */
    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Intake $intake,
        #[ORM\Column]
        public readonly int $position,
        PlanLine $line,
        #[ORM\Embedded]
        public readonly LineShoot $shoot,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(onDelete: 'SET NULL')]
        private readonly ?LedgerFrame $frame,
        #[ORM\ManyToOne]
        private readonly ?LedgerFile $file = null,
        #[ORM\Column(length: 32, nullable: true)]
        private readonly ?string $checksum = null,
        #[ORM\Column(nullable: true)]
        private readonly ?\DateTimeImmutable $provenAt = null,
    ) {
        $this->twin = $line->frame?->read->twins[$line->file->path] ?? null;
        $this->incomplete = $line->frame?->read->incomplete[$line->file->path] ?? null;
        $this->byOrder = $line->byOrder;
        $this->path = $line->file->text();
        $this->kind = $line->file->kind;
        $this->bytes = $line->file->bytes;
        $this->modifiedAt = $line->file->modifiedAt;
        $this->folder = $line->folder;
        $this->name = $line->name;
        $this->frameKey = $line->frame?->key();
        $this->again = $line->again;
        $this->outcome = Outcome::atStart($line->intent);
        $this->reason = $line->reason;
        $this->quickPrint = $line->promise?->print;
        $this->promisedBy = $line->promise?->receipt;
    }

    /** What failed is to be tried again. */
    public function waitsAgain(): void
    {
        $this->outcome = Outcome::Waiting;
        $this->reason = '';
    }

    public function id(): int
    {
        return $this->id;
    }

    public function frame(): ?LedgerFrame
    {
        return $this->frame;
    }

    public function file(): ?LedgerFile
    {
        return $this->file;
    }

    public function outcome(): Outcome
    {
        return $this->outcome;
    }

    public function reason(): string
    {
        return $this->reason;
    }

    /** The card that it is to be taken from, or was, in place of this one. */
    public function twin(): ?string
    {
        return $this->twin;
    }

    public function quickPrint(): ?string
    {
        return $this->quickPrint;
    }

    public function checksum(): ?string
    {
        return $this->checksum;
    }

    public function provenAt(): ?\DateTimeImmutable
    {
        return $this->provenAt;
    }

    /** Where it goes, from the store's root. */
    public function to(): string
    {
        return ltrim($this->folder.'/'.$this->name, '/');
    }
}
