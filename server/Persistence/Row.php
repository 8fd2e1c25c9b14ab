<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

/** A row from SQL, or a single value, read strictly: what is missing, or is not what was expected, is a fault of ours, and never 0 or ''. */
final readonly class Row
{
    /** @param array<string, mixed> $columns */
    private function __construct(private array $columns)
    {
    }

    /** @param array<string, mixed> $columns */
    public static function of(array $columns): self
    {
        return new self($columns);
    }

    public function int(string $column): int
    {
        return self::number($this->column($column), $column);
    }

    public function intOrNull(string $column): ?int
    {
        return self::numberOrNull($this->column($column), $column);
    }

    public function text(string $column): string
    {
        return self::word($this->column($column), $column);
    }

    public function textOrNull(string $column): ?string
    {
        $value = $this->column($column);

        return null === $value ? null : self::word($value, $column);
    }

    public function float(string $column): float
    {
        return $this->floatOrNull($column) ?? throw WrongColumn::holds($column, 'a number', null);
    }

    /** PostgreSQL's real or double precision, which PDO gives as text. */
    public function floatOrNull(string $column): ?float
    {
        $value = $this->column($column);

        return null === $value ? null : (is_numeric($value) ? (float) $value : throw WrongColumn::holds($column, 'a number', $value));
    }

    public function bool(string $column): bool
    {
        $value = $this->column($column);

        return \is_bool($value) ? $value : throw WrongColumn::holds($column, 'true or false', $value);
    }

    /** A column that not every query asks for. */
    public function has(string $column): bool
    {
        return isset($this->columns[$column]);
    }

    /** PostgreSQL's integer, bigint or a sum of them, which PDO gives as text. */
    public static function number(mixed $value, string $what = 'a number'): int
    {
        return match (true) {
            \is_int($value) => $value,
            \is_string($value) && 1 === preg_match('/^-?\d{1,19}$/D', $value) => (int) $value,
            default => throw WrongColumn::holds($what, 'a whole number', $value),
        };
    }

    /** The same; null where there is no row, or NULL in it. */
    public static function numberOrNull(mixed $value, string $what = 'a number'): ?int
    {
        return null === $value || false === $value ? null : self::number($value, $what);
    }

    public static function word(mixed $value, string $what = 'a text'): string
    {
        return \is_string($value) ? $value : throw WrongColumn::holds($what, 'a text', $value);
    }

    /**
     * Numbers by a number, such as how many there are at each store.
     *
     * @param array<mixed> $pairs
     *
     * @return array<int, int>
     */
    public static function byNumber(array $pairs): array
    {
        return array_combine(array_map(intval(...), array_keys($pairs)), array_map(static fn (mixed $one): int => self::number($one), array_values($pairs)));
    }

    /** @return list<string> the texts of a list in JSON; of what is not a list, none */
    public static function words(mixed $json): array
    {
        $list = \is_string($json) ? json_decode($json, true) : [];

        return array_values(array_filter(\is_array($list) ? $list : [], \is_string(...)));
    }

    /**
     * A column of numbers.
     *
     * @param array<mixed> $values
     *
     * @return list<int>
     */
    public static function numbers(array $values): array
    {
        return array_values(array_map(static fn (mixed $value): int => self::number($value), $values));
    }

    private function column(string $name): mixed
    {
        return \array_key_exists($name, $this->columns) ? $this->columns[$name] : throw WrongColumn::missing($name, array_keys($this->columns));
    }
}
