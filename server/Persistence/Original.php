<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\Kind;

/** The bytes of a file as the camera wrote them, on a card. What "held" asks for. */
#[ORM\Entity]
#[ORM\Table(name: 'original')]
#[ORM\Index(name: 'original_bytes', columns: ['bytes'])]
#[ORM\Index(name: 'original_print', columns: ['quick_print'])]
#[ORM\Index(name: 'original_checksum', columns: ['checksum'])]
class Original
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false)]
    public readonly Card $card;

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

    /**
     * @param string $quickPrint see QuickPrint
     * @param string $checksum   XXH128
     */
    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly LedgerFrame $frame,
        ReceiptLine $line,
        #[ORM\Column(length: 56)]
        public readonly string $quickPrint,
        #[ORM\Column(length: 32)]
        public readonly string $checksum,
    ) {
        $this->card = $line->intake->card;
        $this->path = $line->path;
        $this->kind = $line->kind;
        $this->bytes = $line->bytes;
        $this->modifiedAt = $line->modifiedAt;
    }

    public function id(): int
    {
        return $this->id;
    }
}
