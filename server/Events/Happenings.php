<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Events;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Server\Pages\CardsPage;

/**
 * What changes while somebody looks: in the ledger, as the database says it when a transaction ends (PostgreSQL's manual,
 * NOTIFY); and in the readers and on the drives, which are looked at once a second for all of a page.
 */
final class Happenings
{
    private const CHANNEL = 'ledger';

    /** Of free room, bytes that make a difference to who looks: any log that is written changes it by less. */
    private const SEEN = 50_000_000;

    /** @var array<string, string> topic => digest of what can be seen of it without the ledger */
    private array $seen = [];

    /** Bytes free at the main store, as they were told last. */
    private int $free = 0;

    public function __construct(private readonly EntityManagerInterface $ledger, private readonly CardsPage $page)
    {
    }

    public function listen(): void
    {
        $this->ledger->getConnection()->executeStatement('LISTEN '.self::CHANNEL);
        $this->seen = $this->see();
    }

    public function end(): void
    {
        $this->ledger->getConnection()->executeStatement('UNLISTEN '.self::CHANNEL);
    }

    /**
     * What happened since it was last asked, each once; waits for it, for a second at most.
     *
     * @param int $milliseconds to wait
     *
     * @return list<Topic>
     */
    public function next(int $milliseconds = 1000): array
    {
        $topics = [];
        $connection = $this->ledger->getConnection()->getNativeConnection();
        for ($wait = $milliseconds; $connection instanceof \PDO && null !== $said = self::payload($connection->pgsqlGetNotify(\PDO::FETCH_ASSOC, $wait)); $wait = 0) {
            $topic = Topic::tryFrom($said);
            if (null !== $topic) {
                $topics[$topic->value] = $topic;
            }
        }
        $seen = $this->see();
        foreach (array_diff_assoc($seen, $this->seen) as $topic => $digest) {
            $topics[$topic] = Topic::from($topic);
        }
        $this->seen = $seen;

        return array_values($topics);
    }

    /** Null where nothing was said. */
    private static function payload(mixed $said): ?string
    {
        return \is_array($said) ? (\is_string($said['payload'] ?? null) ? $said['payload'] : '') : null;
    }

    /** @return array<string, string> */
    private function see(): array
    {
        $this->ledger->clear();
        $digest = static fn (mixed $of): string => hash('xxh128', json_encode($of, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE));

        $cards = $this->page->view(static fn () => null);
        $free = $cards->store->freeBytes ?? 0;
        // From what was told last on: near a round number it would else be told with every line that is written.
        $this->free = abs($free - $this->free) >= self::SEEN ? $free : $this->free;

        return [Topic::Cards->value => $digest([$cards->cards, $cards->readers, $cards->revision, $cards->storesThere, $this->free]), Topic::Stores->value => $digest($cards->storesThere)];
    }
}
