<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;

/** A label that a photographer gives, as stationery has it: its mark, and the key that gives it; its word is its name, and all that is written. */
final readonly class Label
{
    /** Beside those of stars. */
    public const KEYS = ['6', '7', '8', '9'];

    /** @param string $key one of KEYS, or '' */
    private function __construct(public LabelMark $mark, public string $key)
    {
    }

    /** @throws BadDocument */
    public static function read(Fields $fields): self
    {
        return $fields->make(static function () use ($fields): self {
            $key = $fields->text('key', '');

            return new self($fields->oneOf('mark', LabelMark::class, LabelMark::Lantern), '' === $key || \in_array($key, self::KEYS, true) ? $key : throw BadDocument::at('/key', 'must be '.implode(', ', self::KEYS).', or empty'));
        });
    }

    /** @return array{mark: string, key: string} */
    public function document(): array
    {
        return ['mark' => $this->mark->value, 'key' => $this->key];
    }
}
