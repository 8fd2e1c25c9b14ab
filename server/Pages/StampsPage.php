<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Order\StampsWanted;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Server\Persistence\Changes\ChangeRepository;
use VelvetLedger\Server\Persistence\Changes\StampChanges;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\SlipBook;
use VelvetLedger\Server\View\Stamps\CommonFieldView;
use VelvetLedger\Server\View\Stamps\CommonKeywordView;
use VelvetLedger\Server\View\Stamps\CommonStampsView;
use VelvetLedger\Server\View\Stamps\StampStateView;

/** What selected frames have in common, and how far a shoot's stamps are. */
final readonly class StampsPage
{
    public function __construct(private StampChanges $changes, private ChangeRepository $journal, private StampQueue $frames, private FrameKeywords $keywords, private SlipBook $slips)
    {
    }

    /** @param list<int> $frames */
    public function common(Shoot $shoot, array $frames): CommonStampsView
    {
        $stamps = $this->changes->stamps($shoot->id(), $frames);
        $texts = $ratings = $labels = [];
        foreach ($stamps as ['stamp' => $stamp, 'rating' => $rating, 'remarks' => $remarks]) {
            foreach (StampField::cases() as $field) {
                $texts[$field->value][$stamp->texts->get($field)] = true;
            }
            $ratings[(string) ($stamp->rating ?? $rating)] = $stamp->rating ?? $rating;
            $label = $stamp->label ?? $remarks['label'] ?? null;
            $labels[\is_string($label) ? $label : ''] = true;
        }
        $words = $counts = [];
        foreach ($this->keywords->of(array_keys($stamps)) as $borne) {
            $words += $borne;
            foreach (array_keys($borne) as $id) {
                $counts[$id] = ($counts[$id] ?? 0) + 1;
            }
        }
        uasort($words, static fn (Keyword $a, Keyword $b): int => $a->path <=> $b->path);
        $one = static fn (array $found): ?string => 1 === \count($found) ? (string) array_key_first($found) : null;

        return new CommonStampsView(
            \count($stamps),
            array_map(static fn (StampField $field): CommonFieldView => new CommonFieldView($field, $one($texts[$field->value] ?? ['' => true])), StampField::cases()),
            array_map(static fn (int $id, Keyword $keyword): CommonKeywordView => new CommonKeywordView($id, $keyword->path, $counts[$id]), array_keys($words), array_values($words)),
            1 === \count($ratings) ? array_values($ratings)[0] : null,
            \count($ratings) > 1,
            $one($labels),
            \count($labels) > 1,
        );
    }

    public function state(Shoot $shoot): StampStateView
    {
        [$waiting, $noted, $left] = $this->frames->sums($shoot->id());
        $last = $this->journal->last($shoot->id());

        return new StampStateView($waiting, $noted, $left, $last?->what, $last->frames ?? 0, $this->frames->withoutRights($shoot->id()), $this->slips->of(new StampsWanted())?->name);
    }
}
