<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardFile;

/** Where the same frame stands a second time. */
final readonly class Twin
{
    /** @param string $which the file that is the same, or the card that has it, in a sentence */
    private function __construct(public string $where, public bool $onThisCard, private string $which)
    {
    }

    /** The same file earlier on the desk: on the card that this one is on, or on another that lies there too. */
    public static function onDesk(CardFile $file, CardFile $earlier): self
    {
        return $file->card?->id === $earlier->card?->id
            ? new self($earlier->text(), true, $earlier->where())
            : new self($earlier->card->label ?? '', false, $earlier->where());
    }

    public static function onCard(string $label): self
    {
        return new self($label, false, 'one on '.$label);
    }

    /** "the same frame as DCIM/100ORREL/ORL_0001.JPG on SLOT_1". */
    public function inWords(): string
    {
        return 'the same frame as '.$this->which;
    }
}
