<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Document;

/** The fields of one object of a document, asked for one by one; what nobody asked for is refused. */
final class Fields
{
    private const LARGEST = 2_147_483_647;

    /** @var array<string, true> */
    private array $asked = [];

    /** @param array<mixed> $fields */
    private function __construct(private readonly array $fields, private readonly string $pointer)
    {
    }

    /** @throws BadDocument */
    public static function of(mixed $value, string $pointer = ''): self
    {
        return \is_array($value) && ([] === $value || !array_is_list($value)) ? new self($value, $pointer) : throw BadDocument::at($pointer, 'must be an object');
    }

    public function has(string $name): bool
    {
        return null !== $this->field($name);
    }

    /** Whether it is named at all, be it as null. */
    public function names(string $name): bool
    {
        $this->field($name);

        return \array_key_exists($name, $this->fields);
    }

    /** Whatever it is, for others to understand; null where it is left away. */
    public function any(string $name): mixed
    {
        return $this->field($name);
    }

    public function text(string $name, ?string $otherwise = null, int $longest = 500): string
    {
        $value = $this->field($name) ?? $otherwise;
        if (!\is_string($value)) {
            throw BadDocument::at($this->at($name), $this->missingOr($name, 'must be a text'));
        }

        return mb_strlen($value) <= $longest ? $value : throw BadDocument::at($this->at($name), "must be at most $longest characters long");
    }

    public function number(string $name, ?int $otherwise = null): int
    {
        $value = $this->field($name) ?? $otherwise;

        if (!\is_int($value)) {
            throw BadDocument::at($this->at($name), $this->missingOr($name, 'must be a whole number'));
        }

        return abs($value) <= self::LARGEST ? $value : throw BadDocument::at($this->at($name), 'must be a number between -2147483647 and 2147483647');
    }

    public function numberOrNull(string $name): ?int
    {
        return $this->has($name) ? $this->number($name) : null;
    }

    /**
     * @template T of \BackedEnum
     *
     * @param class-string<T> $enum
     * @param T|null          $otherwise
     *
     * @return T
     */
    public function oneOf(string $name, string $enum, ?\BackedEnum $otherwise = null): \BackedEnum
    {
        $value = $this->field($name);
        if (null === $value && null !== $otherwise) {
            return $otherwise;
        }
        $words = implode(', ', array_map(static fn (\BackedEnum $case): string => '"'.$case->value.'"', $enum::cases()));

        return (\is_string($value) ? $enum::tryFrom($value) : null) ?? throw BadDocument::at($this->at($name), $this->missingOr($name, "must be one of $words"));
    }

    /** An object within; an empty one where it is left away. */
    public function object(string $name): self
    {
        return self::of($this->field($name) ?? [], $this->at($name));
    }

    /**
     * @template T
     *
     * @param \Closure(mixed, string): T $each given a value and its pointer
     *
     * @return list<T>
     */
    public function list(string $name, \Closure $each): array
    {
        return self::listOf($this->field($name) ?? [], $this->at($name), $each);
    }

    /**
     * @template T
     *
     * @param \Closure(mixed, string): T $each
     *
     * @return list<T>
     */
    public static function listOf(mixed $value, string $pointer, \Closure $each): array
    {
        if (!\is_array($value) || !array_is_list($value)) {
            throw BadDocument::at($pointer, 'must be a list');
        }

        return array_map(static fn (mixed $one, int $i): mixed => $each($one, "$pointer/$i"), $value, array_keys($value));
    }

    /** @return list<string> */
    public function texts(string $name): array
    {
        return $this->list($name, static fn (mixed $value, string $at): string => \is_string($value) ? $value : throw BadDocument::at($at, 'must be a text'));
    }

    /**
     * The members of an object whose names are free.
     *
     * @template T
     *
     * @param \Closure(mixed, string): T $each
     *
     * @return array<array-key, T>
     */
    public function map(string $name, \Closure $each): array
    {
        $inside = $this->object($name);
        $members = [];
        foreach ($inside->fields as $key => $value) {
            $members[$key] = $each($value, $inside->at((string) $key));
        }

        return $members;
    }

    /**
     * Ends the asking: has a value made, so that what its makers refuse is told with its place, and refuses fields that nobody
     * knows. What is made is a value only: what is refused must have done nothing.
     *
     * @template T
     *
     * @param \Closure(): T $make
     *
     * @return T
     *
     * @throws BadDocument
     */
    public function make(\Closure $make): mixed
    {
        try {
            $made = $make();
        } catch (BadDocument $bad) {
            throw $bad;
        } catch (\DomainException $refused) {
            throw BadDocument::refused($this->pointer, $refused->getMessage());
        }
        foreach (array_keys($this->fields) as $name) {
            if (!isset($this->asked[$name])) {
                throw BadDocument::at($this->at((string) $name), 'is not known here');
            }
        }

        return $made;
    }

    private function field(string $name): mixed
    {
        $this->asked[$name] = true;

        return $this->fields[$name] ?? null;
    }

    private function missingOr(string $name, string $must): string
    {
        return isset($this->fields[$name]) ? $must : 'is missing; it '.$must;
    }

    private function at(string $name): string
    {
        return $this->pointer.'/'.$name;
    }
}
