<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

/**
 * What is looked for: words, and of some facets which of their values. As a text it is the address of a page, what is kept by
 * name, and what a command takes: "words=red+boat&stars=4&stars=5&-kind=raw" (URL Standard, application/x-www-form-urlencoded). Several
 * values of one facet are any of them; behind a minus, none of them.
 */
final readonly class FindQuery
{
    private const LONGEST = 4000;
    private const MOST_VALUES = 200;

    /**
     * @param array<string, list<string>> $any  facet => values, of which one is enough
     * @param array<string, list<string>> $none facet => values that none may have
     */
    private function __construct(public string $words, public array $any, public array $none)
    {
    }

    public static function all(): self
    {
        return new self('', [], []);
    }

    public static function words(string $words): self
    {
        return new self(trim($words), [], []);
    }

    /** @throws CouldNotFind */
    public static function read(string $text): self
    {
        if (\strlen($text) > self::LONGEST) {
            throw CouldNotFind::tooLong(self::LONGEST);
        }
        $query = self::all();
        foreach ('' === $text ? [] : explode('&', $text) as $pair) {
            [$name, $value] = array_map(static fn (string $part): string => mb_scrub(urldecode($part), 'UTF-8'), [...explode('=', $pair, 2), '']);
            $isNone = str_starts_with($name, '-');
            $facet = FindFacet::tryFrom($isNone ? substr($name, 1) : $name);
            $query = match (true) {
                'words' === $name => new self(trim($value), $query->any, $query->none),
                null === $facet || FindFacet::All === $facet => throw CouldNotFind::noFacet($name),
                default => $isNone ? $query->without($facet, $value) : $query->with($facet, $value),
            };
        }

        return $query;
    }

    public function saying(string $words): self
    {
        return '' === trim($words) ? $this : new self(trim("$this->words $words"), $this->any, $this->none);
    }

    public function with(FindFacet $facet, string ...$values): self
    {
        return new self($this->words, [...$this->any, $facet->value => self::joined($this->any[$facet->value] ?? [], $values)], $this->none);
    }

    public function without(FindFacet $facet, string ...$values): self
    {
        return new self($this->words, $this->any, [...$this->none, $facet->value => self::joined($this->none[$facet->value] ?? [], $values)]);
    }

    public function isEmpty(): bool
    {
        return '' === $this->words && [] === $this->any && [] === $this->none;
    }

    public function text(): string
    {
        $pairs = '' === $this->words ? [] : ['words='.urlencode($this->words)];
        foreach ([['', $this->any], ['-', $this->none]] as [$sign, $of]) {
            foreach ($of as $facet => $values) {
                foreach ($values as $value) {
                    $pairs[] = $sign.$facet.'='.urlencode($value);
                }
            }
        }

        return implode('&', $pairs);
    }

    /**
     * @param list<string>             $values
     * @param array<array-key, string> $more
     *
     * @return list<string>
     */
    private static function joined(array $values, array $more): array
    {
        $joined = array_values(array_unique([...$values, ...array_values($more)]));

        return \count($joined) <= self::MOST_VALUES ? $joined : throw CouldNotFind::tooMany(self::MOST_VALUES);
    }
}
