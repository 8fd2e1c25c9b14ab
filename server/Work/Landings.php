<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\TellsLanding;
use VelvetLedger\Server\Stores\FramePictures;

/** Has the pictures of frames made as they land, so that their shoot's page has them at first sight. */
final readonly class Landings implements TellsLanding
{
    /** As the pages ask for them: a cover, and a frame on the mat. */
    private const EDGES = [480, 160];

    public function __construct(private MessageBusInterface $bus, private FramePictures $pictures, private Interruption $interruption, private LoggerInterface $log)
    {
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
        foreach ($land->frames as $frame) {
            try {
                $this->interruption->stopHere();
                array_map(fn (int $edge): string => $this->pictures->of($frame, $edge), self::EDGES);
            } catch (CouldNot) {
                continue; // the page says why it has none
            } catch (Interrupted) {
                return;
            } catch (\Throwable $error) {
                $this->log->error('A picture could not be made: {reason}', ['reason' => $error->getMessage(), 'exception' => $error]);
            }
        }
    }
}
