<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Server\Persistence\Intakes\Entries;

/**
 * A dated folder with a description, and the frames in it. It is there from the moment that it is promised; its sums
 * are kept by Entries as files come in.
 */
#[ORM\Entity]
#[ORM\Table(name: 'shoot')]
#[ORM\UniqueConstraint(name: 'shoot_place', columns: ['place'])]
#[ORM\Index(name: 'shoot_date', columns: ['date', 'id'])]
class Shoot
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\Column]
    public readonly \DateTimeImmutable $openedAt;

    /** Stands for folder, date and description together, which are too long for an index. */
    #[ORM\Column(length: 32)]
    public readonly string $place;

    /**
     * @param string $date   "2026-05-04"
     * @param string $folder from the store's root
     */
    public function __construct(
        #[ORM\Column(length: 10)]
        public readonly string $date,
        #[ORM\Column(type: 'text')]
        public readonly string $description,
        #[ORM\Column(type: 'text')]
        public readonly string $folder,
    ) {
        $this->openedAt = new \DateTimeImmutable();
        $this->place = self::placeOf($folder, $date, $description);
    }

    public static function placeOf(string $folder, string $date, string $description): string
    {
        return md5("$folder\n$date\n$description"); // the database can work it out as well
    }

    public function id(): int
    {
        return $this->id;
    }
}
