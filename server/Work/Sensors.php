<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Looking\ReadsSensors;
use VelvetLedger\Server\Persistence\Looks\SensorEntries;
use VelvetLedger\Server\Persistence\Looks\SensorRow;

/** Has raws' samples read for whoever looks at them, each asked for once. */
final readonly class Sensors
{
    /** Seconds after which it is asked for again. */
    private const AGAIN = 20;

    public function __construct(private SensorEntries $sensors, private ReadsSensors $reads, private MessageBusInterface $bus, private CacheItemPoolInterface $cache, private LoggerInterface $log)
    {
    }

    /** Null where it is not known yet: it is being read. */
    public function ask(int $frame): ?SensorRow
    {
        $known = $this->sensors->find($frame);
        $asked = $this->cache->getItem("sensor.$frame");
        if (null === $known && !$asked->isHit()) {
            $this->cache->save($asked->set(true)->expiresAfter(self::AGAIN));
            $this->bus->dispatch(new ReadSensor($frame));

            return $this->sensors->find($frame);
        }

        return $known;
    }

    #[AsMessageHandler]
    public function read(ReadSensor $work): void
    {
        try {
            $this->reads->of($work->frame);
        } catch (\Throwable $error) {
            $this->log->error('The samples of a raw could not be read: {reason}', ['reason' => $error->getMessage(), 'exception' => $error]);
        }
    }
}
