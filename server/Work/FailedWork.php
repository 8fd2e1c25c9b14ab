<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\ErrorDetailsStamp;
use Symfony\Component\Messenger\Stamp\RedeliveryStamp;
use Symfony\Component\Messenger\Stamp\TransportMessageIdStamp;
use Symfony\Component\Messenger\Transport\Receiver\ListableReceiverInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;
use VelvetLedger\Server\Intake\GoOn;
use VelvetLedger\Server\Intake\Unexpected;
use VelvetLedger\Server\Persistence\NotInLedger;

/** The work that failed as often as it is tried: what it is, why, and trying it again. */
final readonly class FailedWork
{
    private const MOST_SHOWN = 20;

    public function __construct(#[Autowire(service: 'messenger.transport.failed')] private TransportInterface $failed, private MessageBusInterface $bus, private GoOn $goOn)
    {
    }

    /** @return list<FailedPiece> the latest first */
    public function all(): array
    {
        $found = [];
        foreach ($this->failed instanceof ListableReceiverInterface ? $this->failed->all(self::MOST_SHOWN) : [] as $envelope) {
            $work = $envelope->getMessage();
            $id = $envelope->last(TransportMessageIdStamp::class)?->getId();
            if ($work instanceof Work && (\is_int($id) || \is_string($id))) {
                $found[] = new FailedPiece((string) $id, $work instanceof BringIn ? $work->receipt : null, $work->inWords(), Unexpected::inWords($envelope->last(ErrorDetailsStamp::class)?->getExceptionMessage() ?? ''), $envelope->last(RedeliveryStamp::class)?->getRedeliveredAt()->format(\DATE_ATOM));
            }
        }

        return array_reverse($found);
    }

    public function again(string $id): void
    {
        $envelope = $this->failed instanceof ListableReceiverInterface ? $this->failed->find($id) : null;
        if (null === $envelope) {
            throw NotInLedger::work($id);
        }
        $this->ask($envelope);
        $this->failed->reject($envelope);
    }

    /** It was begun again by another way; nothing is left to be tried. */
    public function forgetReceipt(int $receipt): void
    {
        foreach ($this->failed instanceof ListableReceiverInterface ? $this->failed->all() : [] as $envelope) {
            $work = $envelope->getMessage();
            if ($work instanceof BringIn && $work->receipt === $receipt) {
                $this->failed->reject($envelope);
            }
        }
    }

    private function ask(Envelope $envelope): void
    {
        $work = $envelope->getMessage();
        if ($work instanceof BringIn) {
            $this->goOn->with($work->receipt, fn () => $this->bus->dispatch($work));
        } else {
            $this->bus->dispatch($work);
        }
    }
}
