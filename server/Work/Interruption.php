<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Console\ConsoleEvents;
use Symfony\Component\Console\Event\ConsoleSignalEvent;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use VelvetLedger\Server\Intake\Interrupted;

/** Remembers that this process was told to end, for work that takes long to ask. */
final class Interruption
{
    private ?int $signal = null;

    #[AsEventListener(ConsoleEvents::SIGNAL)]
    public function told(ConsoleSignalEvent $event): void
    {
        if (\in_array($event->getHandlingSignal(), [\SIGTERM, \SIGINT, \SIGQUIT], true)) {
            $this->signal = $event->getHandlingSignal();
            $event->abortExit();
        }
    }

    /** @throws Interrupted */
    public function stopHere(): void
    {
        if (null !== $this->signal) {
            throw Interrupted::bySignal($this->signal);
        }
    }
}
