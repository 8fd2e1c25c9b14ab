<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Stamps for a worker, a slice at a time. Where another is at the same shoot, or its home is away, it comes again. */
#[AsMessageHandler]
final readonly class Stamps
{
    private const SLICE = 6.0;
    private const COMES_AGAIN = 2000;
    private const ABSENT = 30_000;

    public function __construct(private ChangeStamps $stamps, private StampQueue $frames, private OtherMachines $others, private Lane $lane)
    {
    }

    public function __invoke(WriteStamps $work): void
    {
        $slice = $this->lane->slice([] === $work->merge && [] === $work->keep ? self::SLICE : \INF); // these are said of few, and once
        try {
            if ($this->others->haveTheHome($work->shoot, $work)) {
                return;
            }
            $this->lane->do(function () use ($work, $slice): void {
                if (!$this->stamps->write($work->shoot, $this->lane->watch(), $work->merge, $work->keep, $slice)) {
                    throw new RecoverableMessageHandlingException('Somebody else stamps this shoot.', 0, null, self::COMES_AGAIN);
                }
                if ($slice->isOver() && \in_array($work->shoot, $this->frames->shoots(), true)) {
                    $this->lane->send($work);
                }
            });
        } catch (StoreAbsent $absent) {
            throw new RecoverableMessageHandlingException($absent->getMessage(), 0, $absent, self::ABSENT);
        }
    }
}
