<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

/** What stands in which place of a phrase that names days. */
final readonly class DateParts
{
    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    /** @param array<array-key, string> $parts */
    public function __construct(private array $parts)
    {
    }

    public function text(string $name): string
    {
        return mb_strtolower($this->parts[$name] ?? '');
    }

    public function textOrNull(string $name): ?string
    {
        return '' === $this->text($name) ? null : $this->text($name);
    }

    /** As far as digits go: "3rd" is 3. */
    public function number(string $name): int
    {
        return (int) $this->text($name);
    }

    /** 1 to 12. */
    public function month(string $name): int
    {
        return 1 + (int) array_search(substr($this->text($name), 0, 3), self::MONTHS, true);
    }

    /** "2026-05-04", null where there is no such day. */
    public function day(string $name): ?string
    {
        $text = $this->text($name);

        return checkdate((int) substr($text, 5, 2), (int) substr($text, 8, 2), (int) substr($text, 0, 4)) ? $text : null;
    }
}
