<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;

/** The photographer's nods: files that may go with their card though they are nowhere else. As they are now: changed, they want another. */
final readonly class Nods
{
    private const NAMED = 12;

    public function __construct(private EntityManagerInterface $ledger, private CardWalker $walker, private CardRepository $cards, private ClearanceRepository $known)
    {
    }

    /** @param list<string> $paths on the card, as PathText */
    public function to(Volume $volume, array $paths): void
    {
        $card = $this->cards->seen($volume->identity);
        $this->ledger->flush();
        $named = [];
        foreach ($this->walker->list($volume->path)->files as $file) {
            if (\in_array($file->text(), $paths, true)) {
                $this->known->nod($card, $file);
                $named[] = $file->text();
            }
        }
        if ([] !== $named) {
            $this->ledger->persist(DayBookEntry::ofCard(\sprintf('%s of %s may go with the card: %s%s.', Count::of(\count($named), 'file'), $volume->label(), implode(', ', \array_slice($named, 0, self::NAMED)), \count($named) > self::NAMED ? ' and others' : ''), $card));
            $this->ledger->flush();
        }
    }

    /**
     * Takes back what was nodded to.
     *
     * @param list<string> $paths on the card, as PathText; none for all
     */
    public function back(Volume $volume, array $paths): void
    {
        $card = $this->cards->seen($volume->identity);
        $this->ledger->flush();
        $count = $this->known->takeBack($card, $paths);
        if ($count > 0) {
            $this->ledger->persist(DayBookEntry::ofCard(\sprintf('%s of %s may not go with the card after all.', Count::of($count, 'file'), $volume->label()), $card));
            $this->ledger->flush();
        }
    }
}
