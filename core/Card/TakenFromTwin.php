<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

use VelvetLedger\Core\Words\Size;

/** That a file's bytes came from another card, and why that is taken to be the same. */
final readonly class TakenFromTwin
{
    /**
     * @param string   $because why they did not come from its own card; empty where that was known before
     * @param int|null $agreed  bytes that can be read of its own file, and are the same there; null where these do not say that it is
     */
    public function __construct(public string $card, public string $because, public ?int $agreed)
    {
    }

    /** Whether what can be read of it says that it is the same; else that is believed. */
    public function isSeen(): bool
    {
        return null !== $this->agreed;
    }

    public function inWords(): string
    {
        return \sprintf('taken from its twin on %s%s; %s', $this->card, '' === $this->because ? '' : ': '.$this->because, $this->whyTheSame());
    }

    public function whyTheSame(): string
    {
        return null === $this->agreed
            ? 'that it is the same is believed, by its name, size and time: too little of it can be read here'
            : Size::of($this->agreed).' of it can be read here, and are the same there';
    }
}
