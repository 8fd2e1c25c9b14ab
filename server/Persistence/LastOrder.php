<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;

/** Which standing order was last used for a card or a body. */
#[ORM\Entity]
#[ORM\Table(name: 'last_order')]
class LastOrder
{
    /** @param string $subject "card ORREL_A", "body Orrel M4, no. 40211" */
    public function __construct(
        #[ORM\Id, ORM\Column(type: 'text')]
        public string $subject,
        #[ORM\Column(type: 'text')]
        public string $name,
    ) {
    }
}
