<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** The frames that a sitting is of, as its address says it: "shoots-12-14", "receipt-3", "day-2026-05-04", "picked-7". */
final readonly class Lot
{
    /** Of addresses that name one. */
    public const PATTERN = 'shoots(?:-[1-9]\d{0,8}){1,40}|receipt-[1-9]\d{0,8}|day-\d{4}-\d\d-\d\d|picked-[1-9]\d{0,8}';

    /**
     * @param list<int> $shoots
     * @param int|null  $picked frames that were picked wherever they lie, by a number of their own
     */
    private function __construct(public string $text, public array $shoots, public ?int $receipt, public ?string $day, public ?int $picked = null)
    {
    }

    public static function shoots(int ...$shoots): self
    {
        $shoots = array_values(array_unique($shoots));
        sort($shoots);

        return new self('shoots-'.implode('-', $shoots), $shoots, null, null);
    }

    public static function picked(int $number): self
    {
        return new self("picked-$number", [], null, null, $number);
    }

    /** @throws CouldNotJudge */
    public static function read(string $text): self
    {
        $parts = 1 === preg_match('#^(?:'.self::PATTERN.')$#', $text) ? explode('-', $text, 2) : throw CouldNotJudge::noSuch($text);

        return match ($parts[0]) {
            'shoots' => self::shoots(...array_map(intval(...), explode('-', $parts[1]))),
            'receipt' => new self($text, [], (int) $parts[1], null),
            'picked' => new self($text, [], null, null, (int) $parts[1]),
            default => new self($text, [], null, false !== strtotime($parts[1]) ? $parts[1] : throw CouldNotJudge::noSuch($text)),
        };
    }
}
