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
use VelvetLedger\Server\View\Find\FoundHoursView;
use VelvetLedger\Server\View\Find\FoundSectionView;
use VelvetLedger\Server\View\Shoots\FrameFactsView;
use VelvetLedger\Server\View\Shoots\ShootFrameView;
use VelvetLedger\Server\Work\IndexesFrames;

/** What is found, by shoots or as else it stands together: how many, and what is in view. */
final readonly class FindPage
{
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
        $shoots = $this->index->counts($found->frames, [FindFacet::Shoot])[FindFacet::Shoot->value] ?? [];
        $sections = match ($order) {
            FindOrder::Shoot => $this->shoots($shoots),
            FindOrder::Stars => $this->stars($found),
            FindOrder::Fit => $this->fit($query, $found),
        };
        if (isset($sections[0])) {
            $sections[0] = $sections[0]->with($this->pictures($query, $found, $order, $sections[0]->value, 0));
        }

        return new FindView($found->frames->count(), $found->all->count(), $behind, $found->phrases, $found->notes, \count($shoots), $sections);
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
