<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

use VelvetLedger\Core\Stamp\StampField;

/** A field as many frames have it: the text that all of them say, or that they say several. */
final readonly class CommonFieldView
{
    public string $field;
    public string $label;
    public bool $isOfSlip;

    /** @param string|null $text null where they differ */
    public function __construct(StampField $field, public ?string $text)
    {
        $this->field = $field->value;
        $this->label = $field->label();
        $this->isOfSlip = $field->isOfSlip();
    }
}
