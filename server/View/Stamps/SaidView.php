<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

use VelvetLedger\Core\Stamp\StampField;

/** One field of a stamp, by the word that it is called by. */
final readonly class SaidView
{
    public string $field;
    public string $label;

    public function __construct(StampField $field, public string $text)
    {
        $this->field = $field->value;
        $this->label = $field->label();
    }
}
