<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Copies\SightingRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Stores\StoreSums;
use VelvetLedger\Server\Survival\DumpsInWords;
use VelvetLedger\Server\View\Book\StillOpenView;

/** What is still on the photographer, in a few lines, from the rows of what is owed; nothing is open where there is no line. */
final readonly class StillOpenPage
{
    /** So many of one kind have a line each; the others are one line together. */
    private const EACH = 3;

    public function __construct(private ReceiptRepository $receipts, private ConversionRepository $conversions, private Stores $stores, private SumsOfStores $sums, private SightingRepository $sightings, private ShootsStillOpen $shoots, private DumpsInWords $dumps, private ClockInterface $clock)
    {
    }

    /** @return list<StillOpenView> what is at stake first */
    public function view(): array
    {
        return [...$this->runs(), ...$this->copies(), ...$this->ledger(), ...$this->shoots->second(), ...$this->raws(), ...$this->shoots->unstamped(), ...$this->shoots->undescribed()];
    }

    /** @return list<StillOpenView> */
    private function runs(): array
    {
        return self::few($this->receipts->held(), static fn (array $one): StillOpenView => new StillOpenView(
            \sprintf('Receipt %d, of %s, was %s: %s not come in yet.', $one['receipt'], $one['card'], IntakeState::Paused === $one['state'] ? 'paused' : 'stopped', Count::of($one['files'], 'file has', 'files have')),
            true,
            "/receipts/{$one['receipt']}",
        ), static fn (int $more): StillOpenView => new StillOpenView(Count::of($more, 'earlier receipt was', 'earlier receipts were').' stopped as well.', true, '/intake'));
    }

    /** @return list<StillOpenView> */
    private function copies(): array
    {
        $stores = $this->stores->all();
        $sums = $this->sums->of($stores);
        $seen = $this->sightings->lastSeen();
        $found = [];
        foreach ($stores as $store) {
            $away = !$this->stores->at($store)->isPresent();
            $of = $sums[$store->id()];
            $since = $away && isset($seen[$store->id()]) ? ' since '.Day::of($seen[$store->id()]->setTimezone($this->clock->now()->getTimezone())->format('Y-m-d')) : '';
            if ($of->bad > 0) {
                $found[] = new StillOpenView(\sprintf('On %s %s missing, or not as it came in.', $store->name(), Count::of($of->bad, 'copy is', 'copies are')), true, '/stores');
            }
            $owed = self::owed($of);
            if ('' !== $owed) {
                $found[] = new StillOpenView($away ? \sprintf('%s is away%s, and is owed %s.', $store->name(), $since, $owed) : \sprintf('%s is owed %s.', $store->name(), $owed), $of->owed > 0, '/stores');
            } elseif ($away) {
                $found[] = new StillOpenView(\sprintf('%s is away%s. Nothing is owed to it.', $store->name(), $since), false, '/stores');
            }
            $days = $store->nightlyDays();
            if (null !== $days && null !== $of->oldestProof && new \DateTimeImmutable($of->oldestProof) < $this->clock->now()->modify("-$days days")) {
                $found[] = new StillOpenView(\sprintf('The oldest proof on %s is of %s; every copy is to be read again in %s.', $store->name(), Day::of($of->oldestProof), Count::of($days, 'day')), false, '/stores');
            }
        }

        return $found;
    }

    /** @return list<StillOpenView> of the ledger itself */
    private function ledger(): array
    {
        $warning = $this->dumps->warning();

        return null === $warning ? [] : [new StillOpenView($warning, true, '/stores')];
    }

    private static function owed(StoreSums $of): string
    {
        return implode(' and ', array_filter([$of->owed > 0 ? Count::of($of->owed, 'copy', 'copies') : '', $of->changes->inWords], static fn (string $one): bool => '' !== $one));
    }

    /** @return list<StillOpenView> */
    private function raws(): array
    {
        $open = $this->conversions->open();

        return self::few(array_map(static fn (int $receipt, array $of): array => ['receipt' => $receipt, ...$of], array_keys($open), $open), static fn (array $one): StillOpenView => new StillOpenView(
            \sprintf('Receipt %d: %s.', $one['receipt'], implode('; ', array_filter([
                $one['refused'] > 0 ? Count::of($one['refused'], 'raw could', 'raws could').' not be converted to DNG' : '',
                $one['waiting'] > 0 ? Count::of($one['waiting'], 'raw is', 'raws are').' still to be converted to DNG' : '',
            ], static fn (string $said): bool => '' !== $said))),
            false,
            "/receipts/{$one['receipt']}",
        ), static fn (int $more): StillOpenView => new StillOpenView('Raws of '.Count::of($more, 'earlier receipt').' are not converted either.', false, '/intake'));
    }

    /**
     * @template T
     *
     * @param list<T>                      $all
     * @param \Closure(T): StillOpenView   $line
     * @param \Closure(int): StillOpenView $more
     *
     * @return list<StillOpenView>
     */
    public static function few(array $all, \Closure $line, \Closure $more): array
    {
        return [...array_map($line, \array_slice($all, 0, self::EACH)), ...(\count($all) > self::EACH ? [$more(\count($all) - self::EACH)] : [])];
    }
}
