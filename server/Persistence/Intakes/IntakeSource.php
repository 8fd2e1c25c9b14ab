<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Server\Persistence\Cards\Card;

/** Where an intake was begun from: how the card was called and mounted, and with which contents. */
#[ORM\Embeddable]
final readonly class IntakeSource
{
    private function __construct(
        #[ORM\Column(type: 'text')]
        public string $label,
        #[ORM\Column(type: 'text')]
        public string $path,
        #[ORM\Column(type: 'text')]
        public string $firstStill,
        #[ORM\Column(type: 'text')]
        public string $lastStill,
    ) {
    }

    /** Names the desk that it was begun on, as CardIdentity names it. */
    public function desk(Card $card): string
    {
        return CardIdentity::keyOf($card->name, $this->label, $this->firstStill);
    }

    /** @param string $path absolute */
    public static function of(string $path, CardIdentity $identity): self
    {
        return new self($identity->label, PathText::of($path), $identity->first, $identity->last);
    }
}
