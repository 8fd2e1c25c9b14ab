<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Finding;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Find\DateWords;
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Core\Find\FrameSet;
use VelvetLedger\Server\Persistence\Find\FindRepository;
use VelvetLedger\Server\Stores\Stores;

/** Looks for frames: what each part of a query holds of, all parts together, and each part's facet without that part. */
final readonly class Finds
{
    /** The value of FindFacet::Copies that hangs on which drives are there just now. */
    public const ONLY_AWAY = 'only away';

    public function __construct(private FindRepository $index, private Stores $stores, private ClockInterface $clock)
    {
    }

    public function find(FindQuery $query): Found
    {
        $all = $this->index->all();
        $parts = $notes = [];
        [$words, $phrases] = $this->words($query->words, $notes);
        $words = $words?->and($all);
        foreach ($query->any as $facet => $values) {
            $parts[$facet] = $this->having(FindFacet::from($facet), $values)->and($all);
        }
        foreach ($query->none as $facet => $values) {
            $parts[$facet] = ($parts[$facet] ?? $all)->without($this->having(FindFacet::from($facet), $values));
        }

        return new Found($all, $words ?? $all, $parts, $phrases, $notes);
    }

    /** Frames all of whose whole copies are at stores that are not there. */
    public function onlyAway(): FrameSet
    {
        $there = array_keys($this->stores->roots());
        $away = array_diff(array_keys($this->stores->names()), $there);

        return $this->index->having(FindFacet::Store, array_map(strval(...), array_values($away)))->without($this->index->having(FindFacet::Store, array_map(strval(...), $there)));
    }

    /** Frames of which all words are said as they were written, in no other form; those that name days are no words. */
    public function justSo(FindQuery $query): FrameSet
    {
        $found = $this->index->all();
        foreach ($this->index->telling(self::split(DateWords::in($query->words, $this->clock->now()->format('Y-m-d'))->rest)) as $word) {
            $found = $found->and($this->index->sayingJustSo($word));
        }

        return $found;
    }

    /** @return list<string> */
    private static function split(string $words): array
    {
        $split = preg_split('/[^\p{L}\p{N}_]+/u', $words, -1, \PREG_SPLIT_NO_EMPTY);

        return false === $split ? [] : $split;
    }

    /** @param list<string> $values */
    private function having(FindFacet $facet, array $values): FrameSet
    {
        $found = $this->index->having($facet, $values);

        return FindFacet::Copies === $facet && \in_array(self::ONLY_AWAY, $values, true) ? $found->or($this->onlyAway()) : $found;
    }

    /**
     * @param list<string> $notes what was taken for what
     *
     * @return array{FrameSet|null, list<string>} null where nothing was written; phrases that name days
     */
    private function words(string $words, array &$notes): array
    {
        $dates = DateWords::in($words, $this->clock->now()->format('Y-m-d'));
        $found = null;
        if (null !== $dates->days) {
            $found = $this->index->within($dates->days);
            foreach ($dates->single as $word) {
                $found = $found->or($this->index->saying($word)[0]);
            }
        }
        foreach ($this->index->telling(self::split($dates->rest)) as $word) {
            [$saying, $alike] = $this->index->saying($word);
            $found = null === $found ? $saying : $found->and($saying);
            if ([] !== $alike) {
                $notes[] = \sprintf('"%s" is said nowhere; looked for %s.', $word, implode(', ', $alike));
            }
        }

        return [$found, $dates->phrases];
    }
}
