<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Server\Persistence\Shoots\DescriptionRepository;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\View\Desk\DescriptionView;
use VelvetLedger\Server\View\Stamps\SaidView;

/** What shoots were called, and what was said of them: offered while another is described. */
final readonly class DescriptionsPage
{
    private const FIELDS = [StampField::Job, StampField::Event, StampField::Location, StampField::City, StampField::Country];

    public function __construct(private DescriptionRepository $descriptions, private FrameKeywords $keywords)
    {
    }

    /** @return list<DescriptionView> what came in last first */
    public function view(): array
    {
        $found = $this->descriptions->latest();
        $covers = array_values(array_filter(array_column($found, 'cover'), \is_int(...)));
        $keywords = $this->keywords->of($covers);

        return array_map(static fn (array $one): DescriptionView => new DescriptionView(
            $one['description'],
            $one['date'],
            array_values(array_map(static fn (StampField $field): SaidView => new SaidView($field, $one['texts']->get($field)), array_filter(self::FIELDS, static fn (StampField $field): bool => '' !== $one['texts']->get($field)))),
            array_values(array_map(static fn (Keyword $keyword): array => $keyword->path, $keywords[$one['cover'] ?? 0] ?? [])),
        ), $found);
    }
}
