<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;

/** A bus that keeps what it is given. */
final class SentMessages implements MessageBusInterface
{
    /** @var list<object> */
    private array $sent = [];

    public function dispatch(object $message, array $stamps = []): Envelope
    {
        $this->sent[] = $message;

        return new Envelope($message, $stamps);
    }

    /**
     * @return list<object> since the beginning
     */
    public function all(): array
    {
        return $this->sent;
    }
}
