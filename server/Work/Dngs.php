<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Conversion\ConvertsRaw;
use VelvetLedger\Server\Conversion\LetsRawsGo;
use VelvetLedger\Server\Intake\TellsRaws;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Asks for the DNGs of raws that came in, one message a raw, and has them made; a raw whose order wants a DNG instead goes when it may. */
final readonly class Dngs implements TellsRaws
{
    private const ABSENT = 30_000;

    /** Seconds between two looks whether a card is still being copied. */
    private const STEPS_BACK = 0.5;

    /** A worker hears of a message at once; one that has not come by then was lost. Seconds. */
    private const OVERLOOKED = 900;

    public function __construct(private ConversionRepository $conversions, private ConvertsRaw $converts, private LetsRawsGo $letsGo, private MessageBusInterface $bus, private IntakeRuns $runs, private OtherMachines $others, private Lane $lane, private ClockInterface $clock)
    {
    }

    public function cameIn(array $frames): void
    {
        foreach ($this->conversions->ask($frames) as $conversion) {
            $this->bus->dispatch(new ConvertRaw($conversion));
        }
    }

    public function allIn(int $intake): void
    {
        $this->cameIn($this->conversions->notAsked($intake));
    }

    /** Tries again what of a receipt could not be converted. */
    public function again(int $receipt): void
    {
        foreach ($this->conversions->again($receipt) as $conversion) {
            $this->bus->dispatch(new ConvertRaw($conversion));
        }
    }

    #[AsMessageHandler]
    public function convert(ConvertRaw $work): void
    {
        try {
            if ($this->others->haveTheHome($this->conversions->shootOf($work->conversion), $work)) {
                return;
            }
            $this->lane->do($this->stepBack(...));
            $this->converts->convert($work->conversion);
        } catch (StoreAbsent $absent) {
            throw new RecoverableMessageHandlingException($absent->getMessage(), 0, $absent, self::ABSENT);
        }
        $this->letsGo->letGo();
    }

    /** While a card is copied its drives are left to that. */
    private function stepBack(): void
    {
        for ($watch = $this->lane->watch(); [] !== $this->runs->copying(); $this->clock->sleep(self::STEPS_BACK)) {
            $watch();
        }
    }

    /**
     * What an idle worker finds: messages that were lost, and raws that may go since a store came back.
     *
     * @param list<int> $homes of shoots: stores that are there
     */
    public function lookAround(array $homes): void
    {
        foreach ($this->conversions->overlooked(self::OVERLOOKED, $homes) as $conversion) {
            $this->bus->dispatch(new ConvertRaw($conversion));
        }
        $this->letsGo->letGo();
    }
}
