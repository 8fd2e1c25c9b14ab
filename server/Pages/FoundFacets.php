<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Finding\FacetWords;
use VelvetLedger\Server\Finding\Finds;
use VelvetLedger\Server\Finding\Found;
use VelvetLedger\Server\Persistence\Find\FindNamesRepository;
use VelvetLedger\Server\Persistence\Find\FindRepository;
use VelvetLedger\Server\View\Find\FoundFacetView;
use VelvetLedger\Server\View\Find\FoundValueView;

/** What was found, by everything that it can be narrowed by: how many frames have each value, before it is pressed. */
final readonly class FoundFacets
{
    private const VALUES = 8;
    private const MOST_VALUES = 500;

    public function __construct(private Finds $finds, private FindRepository $index, private FindNamesRepository $names, private FacetWords $words)
    {
    }

    /** @return list<FoundFacetView> those that tell some of what was found from others, with the values that most have */
    public function of(FindQuery $query): array
    {
        $found = $this->finds->find($query);
        $together = array_filter(FindFacet::SHOWN, static fn (FindFacet $facet): bool => FindFacet::Keyword !== $facet && !$found->isWished($facet));
        $counts = $this->index->counts($found->frames, array_values($together));
        $facets = [];
        foreach (FindFacet::SHOWN as $facet) {
            $of = \in_array($facet, $together, true) ? $counts[$facet->value] ?? [] : $this->counts($facet, $query, $found, null);
            $view = $this->facet($facet, $query, $found, $of, self::VALUES);
            if (self::tells($view, $found)) {
                $facets[] = $view;
            }
        }

        return $facets;
    }

    /** Whether anything is narrowed down by it: what all of them have tells none from another. */
    private static function tells(FoundFacetView $facet, Found $found): bool
    {
        $first = $facet->values[0] ?? null;

        return null !== $first && (1 !== \count($facet->values) || $first->any || $first->none || $first->frames < $found->frames->count());
    }

    /**
     * All values of one facet, those that have this in their name.
     *
     * @param int|null $below of keywords: the words right below one
     */
    public function values(FindQuery $query, FindFacet $facet, string $part, ?int $below): FoundFacetView
    {
        $found = $this->finds->find($query);
        $counts = FindFacet::Keyword === $facet && '' !== $part ? $this->index->counts($found->but($facet), [$facet])[$facet->value] ?? [] : $this->counts($facet, $query, $found, $below);
        $view = $this->facet($facet, $query, $found, $counts, \PHP_INT_MAX);
        $part = mb_strtolower($part);
        $values = '' === $part ? $view->values : array_values(array_filter($view->values, static fn (FoundValueView $value): bool => str_contains(mb_strtolower($value->called), $part)));

        return new FoundFacetView($view->facet, $view->called, \array_slice($values, 0, self::MOST_VALUES), max(0, \count($values) - self::MOST_VALUES));
    }

    /**
     * Keywords below others are counted when these are opened: there may be thousands.
     *
     * @return array<array-key, int> by value
     */
    private function counts(FindFacet $facet, FindQuery $query, Found $found, ?int $below): array
    {
        $values = FindFacet::Keyword !== $facet ? null : [...$this->names->keywordsBelow($below), ...$query->any[$facet->value] ?? [], ...$query->none[$facet->value] ?? []];

        return $this->index->counts($found->but($facet), [$facet], $values)[$facet->value] ?? [];
    }

    /** @param array<array-key, int> $counts by value */
    private function facet(FindFacet $facet, FindQuery $query, Found $found, array $counts, int $most): FoundFacetView
    {
        $any = $query->any[$facet->value] ?? [];
        $none = $query->none[$facet->value] ?? [];
        if (FindFacet::Copies === $facet) {
            $counts[Finds::ONLY_AWAY] = $found->but($facet)->and($this->finds->onlyAway())->count();
            $counts = array_filter($counts, static fn (int $frames): bool => $frames > 0);
        }
        $counts += array_fill_keys([...$any, ...$none], 0);
        $shown = self::sorted($facet, $counts);
        $first = array_values(array_unique([...array_map(strval(...), array_keys(\array_slice(self::byMany($counts), 0, $most, true))), ...$any, ...$none]));
        $shown = array_values(array_filter($shown, static fn (string $value): bool => \in_array($value, $first, true)));
        $called = $this->words->values($facet, $shown);

        return new FoundFacetView($facet->value, FacetWords::of($facet), array_map(static fn (string $value): FoundValueView => new FoundValueView($value, $called[$value], $counts[$value] ?? 0, \in_array($value, $any, true), \in_array($value, $none, true)), $shown), max(0, \count($counts) - \count($shown)));
    }

    /**
     * @param array<array-key, int> $counts
     *
     * @return array<array-key, int> what most have first, and having none of it last
     */
    private static function byMany(array $counts): array
    {
        uksort($counts, static fn (int|string $a, int|string $b): int => ['' === $a, -$counts[$a], (string) $a] <=> ['' === $b, -$counts[$b], (string) $b]);

        return $counts;
    }

    /**
     * @param array<array-key, int> $counts
     *
     * @return list<string>
     */
    private static function sorted(FindFacet $facet, array $counts): array
    {
        $values = array_map(strval(...), array_keys(self::byMany($counts)));
        if ($facet->isMeasure() || $facet->isOfTime() || FindFacet::Stars === $facet) {
            $down = $facet->isMeasure() ? 1 : -1;
            usort($values, static fn (string $a, string $b): int => ['' === $a, $down * self::measure($a), $down * strcmp($a, $b)] <=> ['' === $b, $down * self::measure($b), 0]);
        }

        return $values;
    }

    private static function measure(string $value): float
    {
        [$over, $under] = [...explode('/', $value, 2), '1'];

        return (float) $over / max(1.0, (float) $under);
    }
}
