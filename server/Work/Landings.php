<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\TellsLanding;
use VelvetLedger\Server\Looking\MeasuresFrames;
use VelvetLedger\Server\Pace\Beat;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Tools\KeptPictures;

/**
 * Has the pictures of frames made as they land, so that their shoot's page has them at first sight; and that of a screen's size,
 * by which they are measured, when no card is copied. Keeps what is kept within its room.
 */
final class Landings implements TellsLanding
{
    /** As the pages ask for them: a cover, and a frame on the mat. */
    private const EDGES = [480, 160];

    private const MEASURED_AT_ONCE = 24;

    /** Seconds. */
    private const MAKES_ROOM = 600;

    private readonly Beat $room;

    public function __construct(private readonly MessageBusInterface $bus, private readonly FramePictures $pictures, private readonly MeasuresFrames $measures, private readonly KeptPictures $kept, private readonly IntakeRuns $runs, private readonly Interruption $interruption, private readonly LoggerInterface $log, Pace $pace)
    {
        $this->room = $pace->beat(self::MAKES_ROOM);
    }

    public function landed(array $frames): void
    {
        if ([] !== $frames) {
            $this->bus->dispatch(new Land(array_values(array_unique($frames))));
        }
    }

    #[AsMessageHandler]
    public function land(Land $land): void
    {
        try {
            foreach (array_chunk($land->frames, self::MEASURED_AT_ONCE) as $some) {
                array_map($this->pictures(...), $some);
                if ([] === $this->runs->copying()) {
                    $this->measures->of($some, $this->interruption->stopHere(...)); // else later: the card comes first
                }
            }
        } catch (Interrupted) {
            return; // whoever watches asks for those that are not measured
        } catch (CouldNot $failure) {
            $this->log->warning('Pictures could not be measured: {reason}', ['reason' => $failure->getMessage(), 'exception' => $failure]);
        }
        if ($this->room->isDue()) {
            $this->kept->makeRoom();
        }
    }

    private function pictures(int $frame): void
    {
        foreach (self::EDGES as $edge) {
            $this->interruption->stopHere();
            try {
                $this->pictures->of($frame, $edge);
            } catch (CouldNot) {
                return; // the page says why it has none
            } catch (\Throwable $error) {
                $this->log->error('A picture could not be made: {reason}', ['reason' => $error->getMessage(), 'exception' => $error]);
            }
        }
    }
}
