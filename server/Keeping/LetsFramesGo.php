<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Keeping\CouldNotLetGo;
use VelvetLedger\Core\Keeping\GoesForGood;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Changes\LetGoChanges;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Shoots\AsideRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** Empties the place of what was set aside: at a person's word, by name. Each store removes its copies when it is there; the ledger keeps the frames' lines. */
final readonly class LetsFramesGo
{
    public function __construct(private AsideRepository $aside, private LetGoChanges $changes, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @param list<int> $frames    of the shoot, all of them set aside
     * @param string    $named     what the person wrote
     * @param list<int> $confirmed those that go though the ledger has other words of their copies
     *
     * @throws CouldNotLetGo nothing is removed
     */
    public function go(Shoot $shoot, array $frames, string $named, array $confirmed): GoesForGood
    {
        $name = GoesForGood::nameOf($shoot->description, $shoot->date);
        if (!GoesForGood::isNamed($named, $name)) {
            throw CouldNotLetGo::notNamed($name);
        }

        return $this->ledger->getConnection()->transactional(function () use ($shoot, $frames, $confirmed): GoesForGood {
            $doubts = $this->aside->doubts($shoot->id(), $frames);
            if (\count($doubts) < \count($frames)) {
                throw CouldNotLetGo::notAside(\count($frames) - \count($doubts));
            }
            $goes = GoesForGood::of($doubts, $confirmed);
            $stems = $this->changes->enter($goes->going);
            if ([] !== $stems) {
                $this->ledger->persist(DayBookEntry::ofShoot(\sprintf('%s let go for good: %s.', Count::of(\count($stems), 'frame was', 'frames were'), implode(', ', $stems)), $shoot));
                $this->ledger->flush();
            }

            return $goes;
        });
    }
}
