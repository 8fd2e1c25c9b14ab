<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\View\Book\StillOpenView;

/** What is still open of shoots: second copies that wait, stamps that are not written, descriptions that are lacking. */
final readonly class ShootsStillOpen
{
    public function __construct(private StampQueue $stamps, private ShootRepository $shoots, private PlacingRepository $places)
    {
    }

    /** @return list<StillOpenView> */
    public function second(): array
    {
        return StillOpenPage::few($this->places->waitingForSecond(), static fn (array $one): StillOpenView => new StillOpenView(
            \sprintf('%s has no second copy yet: %s.', ucfirst(self::shoot($one['description'], $one['date'])), $one['when']->inWords()),
            true,
            "/shoots/{$one['shoot']}",
        ), static fn (int $more): StillOpenView => new StillOpenView('So '.Count::of($more, 'earlier shoot has', 'earlier shoots have').' none.', true, '/shoots'));
    }

    /** @return list<StillOpenView> */
    public function unstamped(): array
    {
        return StillOpenPage::few($this->stamps->openShoots(), static fn (array $one): StillOpenView => new StillOpenView(
            \sprintf($one['waits'] ? 'Stamps are still to be written in %s.' : 'In %s not every stamp could be written.', self::shoot($one['description'], $one['date'])),
            false,
            "/shoots/{$one['shoot']}",
        ), static fn (int $more): StillOpenView => new StillOpenView('So in '.Count::of($more, 'earlier shoot').'.', false, '/shoots'));
    }

    /** @return list<StillOpenView> */
    public function undescribed(): array
    {
        [$count, $last] = $this->shoots->undescribed();

        return null === $last ? [] : [new StillOpenView(
            1 === $count ? \sprintf('The shoot of %s has no description.', Day::of($last->date)) : \sprintf('%s have no description, the latest of them that of %s.', Count::of($count, 'shoot'), Day::of($last->date)),
            false,
            "/shoots/{$last->id()}",
        )];
    }

    private static function shoot(string $description, string $date): string
    {
        return '' === $description ? 'the shoot of '.Day::of($date) : "$description, ".Day::of($date);
    }
}
