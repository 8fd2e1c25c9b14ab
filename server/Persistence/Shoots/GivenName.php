<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Naming\Scope;

/** What a frame is called: the one home of its name and folder. */
#[ORM\Embeddable]
final readonly class GivenName
{
    /**
     * @param string   $folder   from the store's root
     * @param string   $stem     that the names of its files begin with
     * @param int|null $sequence number in its name, and over what that counts
     */
    public function __construct(
        #[ORM\Column(type: 'text')]
        public string $folder,
        #[ORM\Column(type: 'text')]
        public string $stem,
        #[ORM\Column(nullable: true)]
        public ?int $sequence,
        #[ORM\Column(length: 12, nullable: true)]
        public ?Scope $sequenceScope,
    ) {
    }
}
