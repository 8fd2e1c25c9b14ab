<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** What else a name can draw on, where it is known. */
final readonly class Beside
{
    /**
     * @param string $firstName on the card, of the first frame of its shoot
     * @param string $nameNow   of a frame that is held
     */
    public function __construct(public string $firstName = '', public string $nameNow = '', public string $job = '', public string $event = '', public string $place = '')
    {
    }

    public function named(string $nameNow, string $firstName): self
    {
        return new self($firstName, $nameNow, $this->job, $this->event, $this->place);
    }
}
