<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Order\StampsWanted;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Orders\StationeryItem;

/** The rights slips in stationery, and which one an order stamps. */
final readonly class SlipBook
{
    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    /** The one that an order names, or the default; null where it names none, or one that is not there any more. */
    public function of(StampsWanted $wanted): ?StationeryItem
    {
        return match ($wanted->slip) {
            null => $this->one(['isDefault' => true]),
            '' => null,
            default => $this->one(['name' => $wanted->slip]),
        };
    }

    public function texts(StampsWanted $wanted): StampTexts
    {
        return StampTexts::ofDocument($this->of($wanted)?->document() ?? []);
    }

    /** @throws NotInLedger */
    public function called(string $name): StampTexts
    {
        return StampTexts::ofDocument(($this->one(['name' => $name]) ?? throw NotInLedger::slip($name))->document());
    }

    public function makeDefault(string $name): void
    {
        foreach ($this->ledger->getRepository(StationeryItem::class)->findBy(['kind' => StationeryKind::Rights]) as $slip) {
            $slip->becomesDefault($slip->name === $name);
        }
        $this->ledger->flush();
    }

    /** @param array<string, mixed> $which */
    private function one(array $which): ?StationeryItem
    {
        return $this->ledger->getRepository(StationeryItem::class)->findOneBy(['kind' => StationeryKind::Rights] + $which);
    }
}
