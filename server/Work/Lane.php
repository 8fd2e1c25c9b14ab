<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pace\Slice;

/** How long work goes on in its lane: for a slice; then it comes again, behind what came meanwhile. A worker that is told to end leaves it to the next at once. */
final readonly class Lane
{
    public function __construct(private Pace $pace, private Interruption $interruption, private MessageBusInterface $bus)
    {
    }

    /** @param \Closure(): mixed $work */
    public function do(\Closure $work): void
    {
        try {
            $work();
        } catch (Interrupted $interrupted) {
            throw new RecoverableMessageHandlingException($interrupted->getMessage(), 0, $interrupted, 0); // for the next worker
        }
    }

    public function slice(float $seconds): Slice
    {
        return $this->pace->slice($seconds);
    }

    /** @return \Closure(): void what throws where this worker is to end */
    public function watch(): \Closure
    {
        return fn () => $this->interruption->stopHere();
    }

    /** @param int $after milliseconds */
    public function send(Work $work, int $after = 0): void
    {
        $this->bus->dispatch($work, [...$work instanceof Prove ? $work->lane() : [], ...0 === $after ? [] : [new DelayStamp($after)]]);
    }
}
