<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Document\Fields;

/** What is done by itself when all of a card is in. */
final readonly class Afterwards
{
    /**
     * @param string $open  the program of the settings that the shoots are opened in; '' for none
     * @param bool   $eject whether the card is ejected, if it is cleared
     */
    public function __construct(public string $open = '', public bool $eject = false)
    {
    }

    public static function read(Fields $fields): self
    {
        return $fields->make(static fn (): self => new self($fields->text('open', '', 80), true === $fields->any('eject')));
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        return ['open' => $this->open, 'eject' => $this->eject];
    }
}
