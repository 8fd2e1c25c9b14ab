<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** A place on a card that was not looked into, or not wholly, and why. */
final readonly class Trouble
{
    /** @param bool $isDamage whether files may be missing from the list because of it; a link that is not followed is none */
    private function __construct(public string $path, public string $reason, public bool $isDamage, public ?NamedCard $card = null)
    {
    }

    public static function damage(string $path, string $reason): self
    {
        return new self($path, $reason, true);
    }

    public static function passedOver(string $path, string $reason): self
    {
        return new self($path, $reason, false);
    }

    public function on(NamedCard $card): self
    {
        return new self($this->path, $this->reason, $this->isDamage, $card);
    }

    /** Where it is, in a sentence. */
    public function where(): string
    {
        return match (true) {
            '' !== $this->path => PathText::of($this->path).(null === $this->card ? '' : ' on '.$this->card->label),
            default => null === $this->card ? 'The card itself' : 'The card '.$this->card->label.' itself',
        };
    }
}
