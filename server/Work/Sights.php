<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Cache\CacheItemPoolInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Copies\FindsLost;
use VelvetLedger\Server\Copies\SeesCopies;

/** Has shoots' copies looked at in the background, each at most every few seconds; and says whether what is known of them is fresh. */
final readonly class Sights
{
    /** Seconds that a look is good for; and after which one that nobody did is asked for again. */
    private const FRESH = 3;
    private const AGAIN = 15;
    /** Looking through drives takes longer. */
    private const LOOK_FOR = 3600;

    public function __construct(private SeesCopies $sees, private FindsLost $finds, private CacheItemPoolInterface $cache, private MessageBusInterface $bus, private LoggerInterface $log)
    {
    }

    /**
     * Asks for shoots to be looked at that were not just now.
     *
     * @param list<int> $shoots
     *
     * @return bool whether all are looked at
     */
    public function ask(array $shoots): bool
    {
        $all = true;
        foreach ($shoots as $shoot) {
            if ($this->cache->getItem("seen.$shoot")->isHit()) {
                continue;
            }
            $all = false;
            $asked = $this->cache->getItem("asked.seen.$shoot");
            if (!$asked->isHit()) {
                $this->cache->save($asked->set(true)->expiresAfter(self::AGAIN));
                $this->bus->dispatch(new SeeCopies($shoot));
            }
        }

        return $all || [] === array_filter($shoots, fn (int $shoot): bool => !$this->cache->getItem("seen.$shoot")->isHit());
    }

    public function askToLookFor(int $shoot): void
    {
        $this->askOnce("looking.$shoot", new SeeCopies($shoot, lookFor: true));
    }

    /** What was found is read before the ledger has it where it is. */
    public function askToFollow(int $shoot): void
    {
        $this->askOnce("following.$shoot", new SeeCopies($shoot, follow: true));
    }

    private function askOnce(string $key, SeeCopies $work): void
    {
        $item = $this->cache->getItem($key);
        if (!$item->isHit()) {
            $this->cache->save($item->set(true)->expiresAfter(self::LOOK_FOR));
            $this->bus->dispatch($work);
        }
    }

    public function isLookedFor(int $shoot): bool
    {
        return $this->cache->getItem("looking.$shoot")->isHit();
    }

    public function isFollowed(int $shoot): bool
    {
        return $this->cache->getItem("following.$shoot")->isHit();
    }

    #[AsMessageHandler]
    public function see(SeeCopies $work): void
    {
        try {
            $this->sees->shoot($work->shoot);
            if ($work->lookFor) {
                $this->finds->ofShoot($work->shoot);
            }
            if ($work->follow) {
                $this->finds->mendPaths($work->shoot);
            }
        } catch (CouldNot) {
            // a drive left meanwhile: the page says so
        } catch (\Throwable $error) {
            $this->log->error('Copies could not be looked at: {reason}', ['reason' => $error->getMessage(), 'exception' => $error]);
        } finally {
            $this->cache->save($this->cache->getItem("seen.$work->shoot")->set(true)->expiresAfter(self::FRESH));
            if ($work->lookFor) {
                $this->cache->deleteItem("looking.$work->shoot");
            }
            if ($work->follow) {
                $this->cache->deleteItem("following.$work->shoot");
            }
        }
    }
}
