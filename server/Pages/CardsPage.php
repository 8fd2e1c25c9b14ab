<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Server\Cards\CardsKnown;
use VelvetLedger\Server\Cards\CardSummaries;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceFolders;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Persistence\Cards\HeldRepository;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Cards\CardsView;
use VelvetLedger\Server\View\Cards\CardView;
use VelvetLedger\Server\View\Stores\StoreView;

/** What is in the readers now, and which folders were picked beside them. */
final readonly class CardsPage
{
    public function __construct(private Readers $readers, private SourceFolders $folders, private CardSummaries $summaries, private CardsKnown $known, private Stores $stores, private HeldRepository $held, private Settings $settings)
    {
    }

    /** @param \Closure(Volume): mixed $unread told of each that nobody has read yet */
    public function view(\Closure $unread): CardsView
    {
        return new CardsView(
            [...array_map(fn (Volume $volume): CardView => $this->card($volume, false, $unread), $this->readers->volumes()), ...array_map(fn (Volume $volume): CardView => $this->card($volume, true, $unread), $this->folders->all())],
            array_map(PathText::of(...), $this->settings->readers),
            new StoreView($this->stores->main()),
            array_values(array_map(static fn (LedgerStore $store): int => $store->id(), array_filter($this->stores->all(), fn (LedgerStore $store): bool => $this->stores->at($store)->isPresent()))),
            $this->held->revision(),
        );
    }

    /** @param \Closure(Volume): mixed $unread */
    private function card(Volume $volume, bool $isFolder, \Closure $unread): CardView
    {
        $summary = $isFolder ? $this->summaries->ofFolder($volume->path) : $this->summaries->of($volume->path);
        $of = $this->known->of($volume, $summary->files, $summary->bytes);
        if (null === $of?->new) {
            $unread($volume);
        }

        return new CardView($volume, $summary, $of, $isFolder);
    }
}
