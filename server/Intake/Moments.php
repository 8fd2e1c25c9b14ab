<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\DeskReadings;
use VelvetLedger\Server\Cards\NoSuchCard;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;

/** When a frame was taken that another is compared with: on a card by its camera's clock, in the ledger as it was entered. */
final readonly class Moments
{
    public function __construct(private DeskReadings $readings, private Readers $readers, private EntityManagerInterface $ledger)
    {
    }

    /** @throws NoSuchCard|BadDocument */
    public function onDeskCalled(string $id, string $frame): Moment
    {
        return $this->onDesk($this->readers->desk($id), $frame);
    }

    /** @throws BadDocument */
    public function onDesk(CardsOnDesk $desk, string $frame): Moment
    {
        foreach ($this->readings->whole($desk)->frames as $read) {
            if ($read->frame->key === $frame && null !== $read->facts?->takenAt) {
                return new Moment($read->facts->takenAt, $read->frame->lead()->text().' on '.$desk->volumeOf($read->frame->lead())->label());
            }
        }
        throw BadDocument::at('/clocks', 'must name a frame that its camera gave a time to');
    }

    public function held(int $frame): Moment
    {
        $held = $this->ledger->find(LedgerFrame::class, $frame) ?? throw NotInLedger::frame($frame);

        return new Moment(CapturedAt::fromText($held->time->takenAt) ?? throw NotInLedger::frame($frame), $held->name->stem);
    }
}
