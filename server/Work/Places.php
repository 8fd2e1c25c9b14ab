<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Placing\PlacingAskedRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Placing\PlacesShoots;
use VelvetLedger\Server\Placing\PlacingShown;

/** Files shoots away, has them leave and come back: few at once, many by a worker, each in a transaction of its own. */
final readonly class Places
{
    /** Files of shoots that are entered while somebody waits for the answer. */
    private const AT_ONCE = 1500;
    private const SLICE = 2.0;

    public function __construct(private PlacesShoots $places, private PlacingAskedRepository $asked, private ShootRepository $shoots, private EntityManagerInterface $ledger, private Follows $follows, private Lane $lane)
    {
    }

    /**
     * @param list<int> $shoots
     *
     * @return PlacingShown|null what it came to; null where a worker comes to it
     */
    public function ask(Verb $verb, array $shoots, ?int $store, AskedBy $by): ?PlacingShown
    {
        if ($this->asked->files($shoots) > self::AT_ONCE) {
            array_map($this->shoots->find(...), $shoots);
            $this->asked->ask($verb, $shoots, $store, $by);
            $this->lane->send(new PlaceShoots());

            return null;
        }
        $done = $this->places->do($verb, $shoots, $store, $by);
        $this->follows->ask();

        return $done;
    }

    #[AsMessageHandler]
    public function enter(PlaceShoots $work): void
    {
        $slice = $this->lane->slice(self::SLICE);
        $this->lane->do(function () use ($slice, $work): void {
            while (null !== $next = $this->asked->next()) {
                $this->lane->watch()();
                $this->ledger->clear();
                $this->ledger->wrapInTransaction(function () use ($next): void {
                    if ($this->asked->take($next['id'])) {
                        $refused = $this->places->do($next['verb'], [$next['shoot']], $next['store'], $next['by'])->refused;
                        foreach ($refused as $shoot => $because) {
                            $this->ledger->persist(DayBookEntry::ofShoot($because, $this->shoots->find($shoot)));
                        }
                        $this->ledger->flush();
                    }
                });
                if ($slice->isOver()) {
                    $this->lane->send($work);
                    break;
                }
            }
        });
        $this->follows->ask();
    }
}
