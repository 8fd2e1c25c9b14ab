<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Stamps for a worker. Where another is at the same shoot, or the main store is away, it comes again. */
#[AsMessageHandler]
final readonly class Stamps
{
    private const COMES_AGAIN = 2000;
    private const ABSENT = 30_000;

    public function __construct(private ChangeStamps $stamps, private Interruption $interruption)
    {
    }

    public function __invoke(WriteStamps $work): void
    {
        try {
            if (!$this->stamps->write($work->shoot, $this->interruption->stopHere(...), $work->merge, $work->keep)) {
                throw new RecoverableMessageHandlingException('Somebody else stamps this shoot.', 0, null, self::COMES_AGAIN);
            }
        } catch (StoreAbsent $absent) {
            throw new RecoverableMessageHandlingException($absent->getMessage(), 0, $absent, self::ABSENT);
        } catch (Interrupted $interrupted) {
            throw new RecoverableMessageHandlingException($interrupted->getMessage(), 0, $interrupted, 0);
        }
    }
}
