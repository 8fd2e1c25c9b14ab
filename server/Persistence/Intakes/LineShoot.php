<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\ORM\Mapping as ORM;

/** The shoot that a line of a receipt stands under, as it was promised; nothing of it for a file that belongs to none. */
#[ORM\Embeddable]
final readonly class LineShoot
{
    public function __construct(
        #[ORM\Column(length: 10, nullable: true)]
        public ?string $date = null,
        #[ORM\Column(type: 'text', nullable: true)]
        public ?string $description = null,
        #[ORM\Column(type: 'text', nullable: true)]
        public ?string $folder = null,
    ) {
    }
}
