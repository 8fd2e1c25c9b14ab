<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\DBAL\Connection;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Shoots\MeasurementRepository;
use VelvetLedger\Server\Stores\Stores;

/** Frames whose pictures are not measured yet, some at a time while nobody waits for others: their worker was ended, their drive is back, or an earlier version brought them in. */
final class WatchesPictures implements Watched
{
    private const AT_ONCE = 96;

    /** @var list<int> stores that were there when it was last looked */
    private array $there = [];

    public function __construct(private readonly MeasurementRepository $measurements, private readonly Stores $stores, private readonly IntakeRuns $runs, private readonly Connection $database, private readonly MessageBusInterface $bus)
    {
    }

    public function look(): void
    {
        $there = array_values(array_map(static fn (LedgerStore $store): int => $store->id(), array_filter($this->stores->all(), fn (LedgerStore $store): bool => $this->stores->at($store)->isPresent())));
        if ([] !== array_diff($there, $this->there)) {
            $this->measurements->driveIsBack();
        }
        $this->there = $there;
        $frames = [] === $there || [] !== $this->runs->copying() ? [] : $this->measurements->waiting(self::AT_ONCE);
        if ([] !== $frames && false === $this->database->fetchOne('SELECT 1 FROM messenger_messages WHERE queue_name = ? LIMIT 1', ['land-'.$this->runs->here()])) {
            $this->bus->dispatch(new Land($frames));
        }
    }
}
