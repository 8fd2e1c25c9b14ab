<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/**
 * Names given one after the other, in order of capture: numbers step over names that are in use, and names without a number
 * that come out alike, as in a burst, take "_2", "_3" …: an underscore, so that they sort after the first of them.
 */
final readonly class NamesInOrder
{
    /**
     * @param list<array{string, int|null}> $names   stem and number, in the order of the sources
     * @param list<array{int, string}>      $stepped numbers that were stepped over, or places in the order that were told apart for another's sake, and why
     * @param int                           $next    the number after the last
     * @param int                           $alike   how many would be called as an earlier one of these
     */
    private function __construct(public array $names, public array $stepped, public int $next, public int $alike = 0)
    {
    }

    /**
     * @param list<NameSource>                         $sources
     * @param int                                      $digits  of all numbers at least
     * @param \Closure(int, string, int|null): ?string $take    gives a name out to the one at that place; else why it is in use
     */
    public static function numbered(NamePattern $pattern, array $sources, int $first, int $digits, \Closure $take): self
    {
        $names = $stepped = [];
        foreach ($sources as $i => $source) {
            $stem = $pattern->stem($source, $first, $digits);
            while (null !== $by = $take($i, $stem, $first)) {
                $stepped[] = [$first, $by];
                $stem = $pattern->stem($source, ++$first, $digits);
            }
            $names[] = [$stem, $first++];
        }

        return new self($names, $stepped, $first);
    }

    /**
     * @param list<NameSource>                         $sources
     * @param list<string>                             $folders that each goes to
     * @param \Closure(int, string, int|null): ?string $take    as above
     */
    public static function withoutNumbers(NamePattern $pattern, array $sources, array $folders, \Closure $take): self
    {
        return self::toldApart(array_map(static fn (NameSource $source): string => $pattern->stem($source), $sources), $folders, $take);
    }

    /**
     * @param list<string>                             $stems
     * @param list<string>                             $folders that each goes to
     * @param \Closure(int, string, int|null): ?string $take    as above
     */
    public static function toldApart(array $stems, array $folders, \Closure $take): self
    {
        $keys = array_map(static fn (string $stem, string $folder): string => PortableText::key("$folder/$stem"), $stems, $folders);
        $alike = array_count_values($keys);
        $names = $seen = $stepped = [];
        $again = 0;
        foreach ($stems as $i => $stem) {
            $place = $seen[$keys[$i]] = ($seen[$keys[$i]] ?? 0) + 1;
            $again += $place > 1 ? 1 : 0;
            $digits = \strlen((string) $alike[$keys[$i]]);
            $called = static fn (int $place): string => $stem.($place > 1 ? '_'.str_pad((string) $place, $digits, '0', \STR_PAD_LEFT) : '');
            $first = null;
            while (null !== $by = $take($i, $called($place), null)) {
                $first ??= $by;
                ++$place;
            }
            if (null !== $first) {
                $stepped[] = [$i, $first];
            }
            $seen[$keys[$i]] = $place;
            $names[] = [$called($place), null];
        }

        return new self($names, $stepped, 0, $again);
    }
}
