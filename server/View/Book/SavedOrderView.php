<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Book;

use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Server\View\WrittenAs;

/** A standing order in the list of them. */
final readonly class SavedOrderView
{
    public string $name;

    /** @var array<string, mixed> */
    #[WrittenAs('OrderDocument')]
    public array $document;

    /** @param bool $isSaved false of the order that there is before any is saved */
    public function __construct(StandingOrder $order, public bool $isDefault, public bool $isSaved)
    {
        $this->name = $order->name;
        $this->document = OrderDocument::of($order);
    }
}
