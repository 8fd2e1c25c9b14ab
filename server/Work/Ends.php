<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Core\Clearance\Clearance;
use VelvetLedger\Core\Clearance\Lack;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Clearance\CardClearance;

/** Says whether a card may be formatted at once, as far as the ends of its files are read; and has the others read in the background, a slice at a time. */
final readonly class Ends
{
    /** Seconds of reading in a request, and in the background until others have their turn. */
    private const AT_ONCE = 0.25;
    private const SLICE = 2.0;

    /** Seconds after which what nobody answered is asked again. */
    private const AGAIN = 10;

    public function __construct(private Readers $readers, private CardClearance $clearance, private CacheItemPoolInterface $cache, private MessageBusInterface $bus)
    {
    }

    public function clearance(Volume $volume): Clearance
    {
        $clearance = $this->clearance->of($volume, self::AT_ONCE);
        $asked = $this->cache->getItem('asked.ends.'.$volume->reading());
        if ($clearance->lacks(Lack::EndsUnread) && !$asked->isHit()) {
            $this->cache->save($asked->set(true)->expiresAfter(self::AGAIN));
            $this->bus->dispatch(new SeeEnds($volume->id));
        }

        return $clearance;
    }

    #[AsMessageHandler]
    public function see(SeeEnds $work): void
    {
        try {
            $volume = $this->readers->volume($work->card);
            if ($this->clearance->of($volume, self::SLICE)->lacks(Lack::EndsUnread)) {
                $this->bus->dispatch($work);
            }
        } catch (CouldNot) {
            // it was pulled out: nothing is said of it then
        }
    }
}
