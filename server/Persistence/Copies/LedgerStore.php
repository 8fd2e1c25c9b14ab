<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Store\Device;

/** A place where copies live. Its UUID stands in the mark on its drive; its name, role and place may change. */
#[ORM\Entity]
#[ORM\Table(name: 'store')]
#[ORM\UniqueConstraint(name: 'store_uuid', columns: ['uuid'])]
class LedgerStore
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\Column]
    public readonly \DateTimeImmutable $addedAt;

    /** The physical device that it was last found on, where it is known by what stays with it: see Device::lasting. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $device = null;

    /** Within so many days each of its copies is proven again, a share each night; null where that is not asked for. */
    #[ORM\Column(nullable: true)]
    private ?int $nightlyDays = null;

    /** How fast its copies were last read to be proven. */
    #[ORM\Column(nullable: true)]
    private ?float $bytesPerSecond = null;

    public function __construct(
        #[ORM\Column(type: 'guid')]
        public readonly string $uuid,
        #[ORM\Column(type: 'text')]
        private string $name,
        #[ORM\Column(length: 12)]
        private StoreRole $role,
        #[ORM\Column(type: 'text')]
        private string $place,
    ) {
        $this->addedAt = new \DateTimeImmutable();
    }

    public function id(): int
    {
        return $this->id;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function role(): StoreRole
    {
        return $this->role;
    }

    /** The folder that it was last found at, absolute. */
    public function place(): string
    {
        return $this->place;
    }

    public function device(): ?string
    {
        return $this->device;
    }

    public function nightlyDays(): ?int
    {
        return $this->nightlyDays;
    }

    public function bytesPerSecond(): ?float
    {
        return $this->bytesPerSecond;
    }

    public function isCalled(string $name): void
    {
        $this->name = $name;
    }

    public function isFoundAt(string $place): void
    {
        $this->place = $place;
    }

    public function liesOn(string $device): void
    {
        $this->device = Device::lasting($device);
    }

    public function becomes(StoreRole $role): void
    {
        $this->role = $role;
    }

    /** @param int|null $days 1 to 366 */
    public function isProvenWithin(?int $days): void
    {
        $this->nightlyDays = $days;
    }

    public function wasReadAt(float $bytesPerSecond): void
    {
        $this->bytesPerSecond = $bytesPerSecond;
    }
}
