<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Cards\CardHints;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\CardsKnown;
use VelvetLedger\Server\Cards\LookTurns;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Intake\Interrupted;

/** Reads cards and measures their previews in the background, a card at a time by one process, and keeps what it has every second. */
final readonly class Looks
{
    private const SLICE = 1.0;

    public function __construct(private Readers $readers, private CardReadings $readings, private CardHints $hints, private CardsKnown $known, private LookTurns $turns, private MessageBusInterface $bus, private Interruption $interruption, private LoggerInterface $log)
    {
    }

    /** Asks for a card to be looked at; false where that is being done or was asked for just now. */
    public function ask(Volume $volume): bool
    {
        if (!$this->turns->isToBeAsked($volume)) {
            return false;
        }
        $this->bus->dispatch(new Look($volume->id));

        return true;
    }

    /** The same for the list of cards. */
    public function askForGlance(Volume $volume): void
    {
        if ($this->turns->isToBeAsked($volume, 'glance')) {
            $this->bus->dispatch(new Glance($volume->id));
        }
    }

    #[AsMessageHandler]
    public function look(Look $look): void
    {
        $this->take($look->card, true);
    }

    #[AsMessageHandler]
    public function glance(Glance $glance): void
    {
        $this->take($glance->card, false);
    }

    private function take(string $card, bool $measured): void
    {
        try {
            $volume = $this->readers->volume($card);
            $this->turns->take($volume, fn (): bool => $this->whole($volume, $measured));
        } catch (CouldNot|Interrupted) {
            // pulled out, or this process is to end: the page says the one and asks again after the other
        } catch (\Throwable $error) {
            $this->log->error('A card could not be looked at: {reason}', ['reason' => $error->getMessage(), 'exception' => $error]);
        }
    }

    private function whole(Volume $volume, bool $measured): bool
    {
        do {
            $this->interruption->stopHere();
            $reading = $this->readings->within($volume, self::SLICE);
        } while (!$reading->isComplete());
        $this->known->learn($volume);
        while ($measured) {
            $this->interruption->stopHere();
            [$so, $of] = $this->hints->within($volume, $reading->contents->frames, self::SLICE);
            $measured = $so < $of;
        }

        return true;
    }
}
