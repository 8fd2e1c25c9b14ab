<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Server\Persistence\Intakes\Entries;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;

/** The bytes of a file as the camera wrote them, on a card. What "held" asks for. Written by Entries. */
#[ORM\Entity(readOnly: true)]
#[ORM\Table(name: 'original')]
#[ORM\Index(name: 'original_bytes', columns: ['bytes'])]
#[ORM\Index(name: 'original_print', columns: ['quick_print'])]
#[ORM\Index(name: 'original_checksum', columns: ['checksum'])]
class Original
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /**
     * @param string $path       on the card, as PathText
     * @param int    $modifiedAt Unix seconds
     * @param string $quickPrint see QuickPrint
     * @param string $checksum   XXH128
     */
    private function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly LedgerFrame $frame,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Card $card,
        #[ORM\Column(type: 'text')]
        public readonly string $path,
        #[ORM\Column(length: 24)]
        public readonly Kind $kind,
        #[ORM\Column(type: 'bigint')]
        public readonly int $bytes,
        #[ORM\Column(type: 'bigint')]
        public readonly int $modifiedAt,
        #[ORM\Column(length: 56)]
        public readonly string $quickPrint,
        #[ORM\Column(length: 32)]
        public readonly string $checksum,
    ) {
    }

    public function id(): int
    {
        return $this->id;
    }
}
