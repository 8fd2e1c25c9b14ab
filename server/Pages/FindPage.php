<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindOrder;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Core\Find\FrameSet;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Finding\FacetWords;
use VelvetLedger\Server\Finding\Finds;
use VelvetLedger\Server\Finding\Found;
use VelvetLedger\Server\Persistence\Find\FindNamesRepository;
use VelvetLedger\Server\Persistence\Find\FindRepository;
use VelvetLedger\Server\View\Find\FindView;
use VelvetLedger\Server\View\Find\FoundDayView;
use VelvetLedger\Server\View\Find\FoundFacetView;
use VelvetLedger\Server\View\Find\FoundHoursView;
use VelvetLedger\Server\View\Find\FoundSectionView;
use VelvetLedger\Server\View\Find\FoundValueView;
use VelvetLedger\Server\View\Shoots\FrameFactsView;
use VelvetLedger\Server\View\Shoots\ShootFrameView;
use VelvetLedger\Server\Work\IndexesFrames;

/** What is found, with how many there are of everything that it can be narrowed by. */
final readonly class FindPage
{
    private const VALUES = 8;
    private const MOST_VALUES = 500;
    private const MOST_DAYS = 200;

    /** Frames of a shoot that are shown at a time. */
    public const AT_ONCE = 120;

    public function __construct(private Finds $finds, private FindRepository $index, private FindNamesRepository $names, private FacetWords $words, private FramesPage $frames, private IndexesFrames $keeps)
    {
    }

    public function view(FindQuery $query, FindOrder $order): FindView
    {
        $behind = $this->keeps->catchUp();
        $found = $this->finds->find($query);
        $together = array_filter(FindFacet::SHOWN, static fn (FindFacet $facet): bool => FindFacet::Keyword !== $facet && !$found->isWished($facet));
        $counts = $this->index->counts($found->frames, [FindFacet::Shoot, ...$together]);
        $facets = [];
        foreach (FindFacet::SHOWN as $facet) {
            $of = \in_array($facet, $together, true) ? $counts[$facet->value] ?? [] : $this->counts($facet, $query, $found, null);
            $view = $this->facet($facet, $query, $found, $of, self::VALUES);
            if (self::tells($view, $found)) {
                $facets[] = $view;
            }
        }

        $sections = match ($order) {
            FindOrder::Shoot => $this->shoots($counts[FindFacet::Shoot->value] ?? []),
            FindOrder::Stars => $this->stars($found),
            FindOrder::Fit => $this->fit($query, $found),
        };
        if (isset($sections[0])) {
            $sections[0] = $sections[0]->with($this->pictures($query, $found, $order, $sections[0]->value, 0));
        }

        return new FindView($found->frames->count(), $found->all->count(), $behind, $found->phrases, $found->notes, $facets, \count($counts[FindFacet::Shoot->value] ?? []), $sections);
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

    /** @return list<FoundDayView> */
    public function days(FindQuery $query): array
    {
        $days = $this->index->counts($this->finds->find($query)->but(FindFacet::Day), [FindFacet::Day])[FindFacet::Day->value] ?? [];
        ksort($days);

        return array_map(static fn (int|string $day, int $frames): FoundDayView => new FoundDayView((string) $day, $frames), array_keys($days), $days);
    }

    /** @return list<FoundHoursView> the latest days first, so many of them */
    public function hours(FindQuery $query): array
    {
        $found = $this->finds->find($query);
        $days = $this->index->counts($found->frames, [FindFacet::Day])[FindFacet::Day->value] ?? [];
        krsort($days);
        $days = \array_slice(array_map(strval(...), array_keys($days)), 0, self::MOST_DAYS);
        $frames = [] === $days ? FrameSet::none() : $found->frames->and($this->index->having(FindFacet::Day, $days));

        return array_map(static fn (array $day): FoundHoursView => new FoundHoursView(...$day), $this->names->minutes($frames->numbers()));
    }

    /**
     * The frames of a section.
     *
     * @param string $value see FindOrder
     * @param int    $from  the first of them that is shown
     *
     * @return list<ShootFrameView>
     */
    public function ofSection(FindQuery $query, FindOrder $order, string $value, int $from): array
    {
        return $this->pictures($query, $this->finds->find($query), $order, $value, $from);
    }

    /** @return list<ShootFrameView> */
    private function pictures(FindQuery $query, Found $all, FindOrder $order, string $value, int $from): array
    {
        $found = $all->frames;
        if (FindOrder::Shoot === $order) {
            return $this->frames->some((int) $value, $found->and($this->index->having(FindFacet::Shoot, [$value]))->numbers(), $from, self::AT_ONCE);
        }
        $those = FindOrder::Stars === $order ? $this->index->having(FindFacet::Stars, [$value]) : $this->finds->justSo($query);

        return $this->frames->latest((FindOrder::BY_FORM === $value ? $found->without($those) : $found->and($those))->numbers(), $from, self::AT_ONCE);
    }

    /**
     * What was recorded of frames, for a list.
     *
     * @param list<int> $frames
     *
     * @return list<FrameFactsView>
     */
    public function facts(array $frames): array
    {
        return $this->frames->factsOf($frames);
    }

    public function frames(FindQuery $query): FrameSet
    {
        $this->keeps->catchUp();

        return $this->finds->find($query)->frames;
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

    /**
     * @param array<array-key, int> $counts by shoot
     *
     * @return list<FoundSectionView>
     */
    private function shoots(array $counts): array
    {
        return array_map(static fn (array $shoot): FoundSectionView => new FoundSectionView((string) $shoot['id'], $shoot['id'], $shoot['date'], '' === $shoot['description'] ? 'no description' : $shoot['description'], $counts[$shoot['id']] ?? 0, $shoot['frames']), $this->names->shoots(array_map(intval(...), array_keys($counts))));
    }

    /** @return list<FoundSectionView> */
    private function stars(Found $found): array
    {
        $counts = $this->index->counts($found->frames, [FindFacet::Stars])[FindFacet::Stars->value] ?? [];
        krsort($counts, \SORT_STRING);
        $called = $this->words->values(FindFacet::Stars, array_map(strval(...), array_keys($counts)));

        return array_map(static fn (int|string $stars, int $frames): FoundSectionView => new FoundSectionView((string) $stars, null, '', \in_array((string) $stars, ['', '0'], true) ? $called[$stars] : Count::of((int) $stars, 'star'), $frames, $frames), array_keys($counts), $counts);
    }

    /** @return list<FoundSectionView> */
    private function fit(FindQuery $query, Found $found): array
    {
        $justSo = $found->frames->and($this->finds->justSo($query))->count();
        $sections = [[FindOrder::JUST_SO, '' === $query->words ? 'all of them' : 'said just so', $justSo], [FindOrder::BY_FORM, 'begun so, in another form, or taken for misspelt', $found->frames->count() - $justSo]];

        return array_values(array_map(static fn (array $section): FoundSectionView => new FoundSectionView($section[0], null, '', $section[1], $section[2], $section[2]), array_filter($sections, static fn (array $section): bool => $section[2] > 0)));
    }
}
