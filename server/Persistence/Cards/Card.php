<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\CardIdentity;

/** What frames are read from, apart from where it is mounted: a memory card's volume, or any folder. */
#[ORM\Entity]
#[ORM\Table(name: 'card')]
#[ORM\UniqueConstraint(name: 'card_name', columns: ['name'])]
class Card
{
    /** The UUID of what stands for the folders of a store, by which frames were found that no card is known of; the store's own follows. */
    public const FOLDERS = 'folders of ';

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /** See CardIdentity::name(). */
    #[ORM\Column(type: 'text')]
    public readonly string $name;

    #[ORM\Column(type: 'text')]
    private string $label;

    #[ORM\Column]
    public readonly \DateTimeImmutable $firstSeenAt;

    #[ORM\Column]
    private \DateTimeImmutable $lastSeenAt;

    public function __construct(CardIdentity $identity)
    {
        $this->name = $identity->name();
        $this->firstSeenAt = new \DateTimeImmutable();
        $this->seenAs($identity->label);
    }

    public function seenAs(string $label): void
    {
        $this->label = $label;
        $this->lastSeenAt = new \DateTimeImmutable();
    }

    public function id(): int
    {
        return $this->id;
    }

    public function label(): string
    {
        return $this->label;
    }

    public function lastSeenAt(): \DateTimeImmutable
    {
        return $this->lastSeenAt;
    }

    /** Whether it is no card, but the folders of a store. */
    public function isFolders(): bool
    {
        return str_starts_with($this->name, CardIdentity::VOLUME.self::FOLDERS);
    }

    /** Whether its name is that of a volume, which stays when the card is formatted or filled. */
    public function isVolume(): bool
    {
        return str_starts_with($this->name, 'volume ');
    }
}
