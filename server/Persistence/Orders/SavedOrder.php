<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Orders;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;

/** A standing order in the ledger. */
#[ORM\Entity]
#[ORM\Table(name: 'standing_order')]
class SavedOrder
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\Column]
    private bool $isDefault = false;

    #[ORM\Column(type: 'text', unique: true)]
    public readonly string $name;

    /** @var array<mixed> in the form of OrderDocument */
    #[ORM\Column(type: 'json')]
    private array $document;

    public function __construct(StandingOrder $order)
    {
        $this->name = $order->name;
        $this->document = OrderDocument::of($order);
    }

    public function id(): int
    {
        return $this->id;
    }

    public function isDefault(): bool
    {
        return $this->isDefault;
    }

    public function becomesDefault(bool $is): void
    {
        $this->isDefault = $is;
    }

    public function change(StandingOrder $order): void
    {
        $this->document = ['name' => $this->name] + OrderDocument::of($order);
    }

    public function order(): StandingOrder
    {
        return OrderDocument::read($this->document);
    }
}
