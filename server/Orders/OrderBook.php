<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Orders;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Orders\LastOrder;
use VelvetLedger\Server\Persistence\Orders\SavedOrder;

/** The standing orders: those saved, the one that is the default, the one last used. "By the day" is always among them. */
final readonly class OrderBook
{
    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    /** @return list<StandingOrder> by name, the default first */
    public function all(): array
    {
        $orders = array_map(static fn (SavedOrder $saved): StandingOrder => $saved->order(), $this->ledger->getRepository(SavedOrder::class)->findBy([], ['isDefault' => 'DESC', 'name' => 'ASC']));
        $plain = StandingOrder::byTheDay();
        if (!\in_array($plain->name, array_column($orders, 'name'), true)) {
            null === $this->ledger->getRepository(SavedOrder::class)->findOneBy(['isDefault' => true]) ? array_unshift($orders, $plain) : $orders[] = $plain;
        }

        return $orders;
    }

    public function isSaved(string $name): bool
    {
        return null !== $this->saved($name);
    }

    public function byDefault(): StandingOrder
    {
        return $this->all()[0] ?? StandingOrder::byTheDay();
    }

    /** @throws NoSuchOrder */
    public function find(string $name): StandingOrder
    {
        return $this->findOrNull($name) ?? throw $this->noSuch($name);
    }

    /** For a desk whose order was dropped meanwhile. */
    public function findOrDefault(string $name): StandingOrder
    {
        return $this->findOrNull($name) ?? $this->byDefault();
    }

    /** The order last used for this card, else for a body whose frames are on it, else the default. */
    public function lastUsedFor(Volume $volume, ReadFrame ...$frames): StandingOrder
    {
        foreach (self::subjects($volume, $frames) as $subject) {
            $last = $this->ledger->find(LastOrder::class, $subject);
            $order = null === $last ? null : $this->findOrNull($last->name());
            if (null !== $order) {
                return $order;
            }
        }

        return $this->byDefault();
    }

    public function remember(string $name, Volume $volume, ReadFrame ...$frames): void
    {
        foreach (self::subjects($volume, $frames) as $subject) {
            $last = $this->ledger->find(LastOrder::class, $subject) ?? new LastOrder($subject, $name);
            $last->isNow($name);
            $this->ledger->persist($last);
        }
    }

    /** Saves an order under its name, in the place of the one that was called so. */
    public function save(StandingOrder $order): void
    {
        $saved = $this->saved($order->name);
        $this->ledger->persist(DayBookEntry::ofOrder(\sprintf('The standing order "%s" was %s.', $order->name, null === $saved ? 'saved' : 'changed')));
        $saved ??= new SavedOrder($order);
        $saved->change($order);
        $this->ledger->persist($saved);
        $this->ledger->flush();
    }

    public function drop(string $name): void
    {
        $saved = $this->saved($name) ?? throw $this->noSuch($name);
        $this->ledger->remove($saved);
        $this->ledger->persist(DayBookEntry::ofOrder(\sprintf('The standing order "%s" was dropped.', $name)));
        $this->ledger->flush();
    }

    public function makeDefault(string $name): void
    {
        $order = $this->find($name);
        if (!$this->isSaved($name)) {
            $this->save($order);
        }
        foreach ($this->ledger->getRepository(SavedOrder::class)->findAll() as $saved) {
            $saved->becomesDefault($saved->name === $name);
        }
        $this->ledger->flush();
    }

    private function findOrNull(string $name): ?StandingOrder
    {
        $plain = StandingOrder::byTheDay();

        return $this->saved($name)?->order() ?? ($plain->name === $name ? $plain : null);
    }

    private function saved(string $name): ?SavedOrder
    {
        return $this->ledger->getRepository(SavedOrder::class)->findOneBy(['name' => $name]);
    }

    private function noSuch(string $name): NoSuchOrder
    {
        return NoSuchOrder::called($name, array_column($this->all(), 'name'));
    }

    /**
     * @param array<ReadFrame> $frames
     *
     * @return list<string> the card, then the bodies, the one with most frames first
     */
    private static function subjects(Volume $volume, array $frames): array
    {
        $bodies = [];
        foreach ($frames as $frame) {
            $body = Body::of($frame->facts)?->name();
            if (null !== $body) {
                $bodies[$body] = ($bodies[$body] ?? 0) + 1;
            }
        }
        arsort($bodies);

        return [$volume->identity->name(), ...array_map(static fn (string|int $body): string => 'body '.$body, array_keys($bodies))];
    }
}
