<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Persistence\StampRepository;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Stamps for a worker, a slice at a time. Where another is at the same shoot, or the main store is away, it comes again. */
#[AsMessageHandler]
final readonly class Stamps
{
    private const SLICE = 6.0;
    private const COMES_AGAIN = 2000;
    private const ABSENT = 30_000;

    public function __construct(private ChangeStamps $stamps, private StampRepository $frames, private Pace $pace, private MessageBusInterface $bus, private Interruption $interruption)
    {
    }

    public function __invoke(WriteStamps $work): void
    {
        $slice = $this->pace->slice([] === $work->merge && [] === $work->keep ? self::SLICE : \INF); // these are said of few, and once
        try {
            if (!$this->stamps->write($work->shoot, $this->interruption->stopHere(...), $work->merge, $work->keep, $slice)) {
                throw new RecoverableMessageHandlingException('Somebody else stamps this shoot.', 0, null, self::COMES_AGAIN);
            }
            if ($slice->isOver() && \in_array($work->shoot, $this->frames->shoots(), true)) {
                $this->bus->dispatch($work);
            }
        } catch (StoreAbsent $absent) {
            throw new RecoverableMessageHandlingException($absent->getMessage(), 0, $absent, self::ABSENT);
        } catch (Interrupted $interrupted) {
            throw new RecoverableMessageHandlingException($interrupted->getMessage(), 0, $interrupted, 0);
        }
    }
}
