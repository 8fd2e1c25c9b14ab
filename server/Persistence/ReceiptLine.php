<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Transfer\ProvenCopy;

/** One file of the card that an intake was made from: what was promised of it, and what came of that. */
#[ORM\Entity]
#[ORM\Table(name: 'receipt_line')]
#[ORM\Index(name: 'line_position', columns: ['intake_id', 'position'])]
#[ORM\Index(name: 'line_outcome', columns: ['intake_id', 'outcome', 'position'])]
#[ORM\Index(name: 'line_promise', columns: ['folder', 'outcome'])]
#[ORM\Index(name: 'line_print', columns: ['quick_print', 'outcome'])]
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

    /** The intake that has promised to bring it in, where another has. */
    #[ORM\Column(nullable: true)]
    public readonly ?int $promisedBy;

    /** What came in. */
    #[ORM\ManyToOne]
    private ?LedgerFile $file = null;

    #[ORM\Column(length: 32, nullable: true)]
    private ?string $checksum = null;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $provenAt = null;

    /** @param LedgerFrame|null $frame what it was promised to become a file of; null where it was to stay */
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
        private ?LedgerFrame $frame,
    ) {
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

    public function printed(string $quickPrint): void
    {
        $this->quickPrint = $quickPrint;
    }

    public function broughtIn(LedgerFile $file, ProvenCopy $proven): void
    {
        $this->file = $file;
        $this->outcome = Outcome::BroughtIn;
        $this->reason = $proven->keepsTime ? '' : 'the drive did not take the time at which it was written';
        $this->checksum = $proven->checksum;
        $this->provenAt = $proven->provenAt;
        $this->quickPrint = $proven->print;
    }

    /** The ledger came to hold it by another way; it is a file of no frame here any more. */
    public function isHeld(string $as): void
    {
        $this->outcome = Outcome::Held;
        $this->reason = $as;
        $this->frame = null;
    }

    public function failed(string $because): void
    {
        $this->outcome = Outcome::Failed;
        $this->reason = $because;
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
