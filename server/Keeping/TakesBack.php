<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\ChangeKind;
use VelvetLedger\Server\Persistence\Changes\ChangeRepository;
use VelvetLedger\Server\Persistence\Changes\StampChanges;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** Takes the last change of a shoot back, whatever it was. */
final readonly class TakesBack
{
    public function __construct(private ChangeRepository $changes, private StampChanges $stamps, private ChangesNames $names, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @return string|null what was taken back, in words; null where there is nothing
     *
     * @throws CouldNotRename where a name from before is another's by now; nothing is changed
     */
    public function last(Shoot $shoot, AskedBy $by): ?string
    {
        return $this->ledger->wrapInTransaction(function () use ($shoot, $by): ?string {
            $this->changes->lock($shoot->id());
            $last = $this->changes->last($shoot->id());
            match ($last?->kind) {
                ChangeKind::Stamps => $this->stamps->takeBack($last),
                ChangeKind::Names => $this->names->takeBack($shoot, $last, $by),
                null => null,
            };
            if (ChangeKind::Stamps === $last?->kind) {
                $this->ledger->persist(DayBookEntry::ofShoot("Taken back: $last->what.", $shoot));
            }

            return $last?->what;
        });
    }
}
