<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Orders;

use Doctrine\ORM\Mapping as ORM;

/** Which standing order was last used for a card or a body. */
#[ORM\Entity]
#[ORM\Table(name: 'last_order')]
class LastOrder
{
    /** @param string $subject "volume 1A2B-3C4D", "body Orrel M4, no. 40211" */
    public function __construct(
        #[ORM\Id, ORM\Column(type: 'text')]
        public readonly string $subject,
        #[ORM\Column(type: 'text')]
        private string $name,
    ) {
    }

    public function name(): string
    {
        return $this->name;
    }

    public function isNow(string $name): void
    {
        $this->name = $name;
    }
}
