<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\Act;
use VelvetLedger\Core\Look\ActKind;
use VelvetLedger\Core\Look\History;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Row;

/** Sittings and their acts, and what was put together in them by hand: look_sitting, look_act, frame_together. */
final readonly class SittingEntries
{
    /** Hours without an act, after which the next is of another sitting. */
    private const APART = 4;

    /** Minutes after which a rest that was asked for is asked for again. */
    private const UNHEARD = 10;

    public function __construct(private Connection $database, private Locks $locks)
    {
    }

    /** The sitting of these frames that is gone on with; null where the next act begins another. */
    public function open(Lot $lot): ?int
    {
        return Row::numberOrNull($this->database->fetchOne('SELECT max(id)
            FROM look_sitting
            WHERE lot = ? AND last_at > now() - make_interval(hours => ?)', [$lot->text, self::APART]));
    }

    /** Within a transaction: nobody else acts in it meanwhile. */
    public function take(Lot $lot): int
    {
        $this->locks->alone(Lock::Sitting, crc32($lot->text) & 0x7FFFFFFF);
        $id = $this->open($lot) ?? Row::number($this->database->fetchOne('INSERT INTO look_sitting (lot, begun_at, last_at) VALUES (?, now(), now()) RETURNING id', [$lot->text]));
        $this->database->executeStatement('UPDATE look_sitting SET last_at = now() WHERE id = ?', [$id]);

        return $id;
    }

    public function history(?int $sitting): History
    {
        $acts = null === $sitting ? [] : $this->database->fetchAllAssociative('SELECT id, kind, of_id
            FROM look_act
            WHERE sitting_id = ?
            ORDER BY id', [$sitting]);

        return History::of(array_map(static function (array $columns): Act {
            $row = Row::of($columns);

            return new Act($row->int('id'), ActKind::from($row->text('kind')), $row->intOrNull('of_id'));
        }, $acts));
    }

    public function isIn(string $name): bool
    {
        return false !== $this->database->fetchOne('SELECT 1 FROM look_act WHERE name = ?', [$name]);
    }

    /** Null where an act of that name is in already. */
    public function enter(int $sitting, string $name, ActKind $kind, ?int $of, string $word): ?int
    {
        $id = $this->database->fetchOne('INSERT INTO look_act (sitting_id, name, kind, of_id, word, at)
            VALUES (?, ?, ?, ?, ?, now())
            ON CONFLICT (name) DO NOTHING
            RETURNING id', [$sitting, $name, $kind->value, $of, $word]);

        return false === $id ? null : Row::number($id);
    }

    /** What an act said. */
    public function word(int $act): string
    {
        return Row::word($this->database->fetchOne('SELECT word FROM look_act WHERE id = ?', [$act]));
    }

    /** The last act of any sitting. */
    public function last(): int
    {
        return Row::number($this->database->fetchOne('SELECT coalesce(max(id), 0) FROM look_act'));
    }

    /** Whether its rest is to be asked for: it was not, or nobody heard. From now on it is. */
    public function asksToRest(int $sitting): bool
    {
        return 0 !== $this->database->executeStatement('UPDATE look_sitting SET rest_asked_at = now() WHERE id = ? AND (rest_asked_at IS NULL OR rest_asked_at < now() - make_interval(mins => ?))', [$sitting, self::UNHEARD]);
    }

    /** Seconds since its last act. */
    public function seconds(int $sitting): float
    {
        return Row::of($this->database->fetchAllAssociative('SELECT extract(epoch FROM clock_timestamp() - last_at)::float8 AS seconds FROM look_sitting WHERE id = ?', [$sitting])[0] ?? [])->float('seconds');
    }

    public function rests(int $sitting): void
    {
        $this->database->executeStatement('UPDATE look_sitting SET rest_asked_at = NULL WHERE id = ?', [$sitting]);
    }

    public function lot(int $sitting): Lot
    {
        return Lot::read(Row::word($this->database->fetchOne('SELECT lot FROM look_sitting WHERE id = ?', [$sitting])));
    }

    /**
     * Frames are put together by hand, or each taken out of any group.
     *
     * @param non-empty-list<int> $frames
     */
    public function putTogether(array $frames, bool $together): void
    {
        $this->database->executeStatement('INSERT INTO frame_together (frame_id, together)
            SELECT id, ?
            FROM frame
            WHERE id IN (?)
            ORDER BY id
            ON CONFLICT (frame_id) DO UPDATE SET together = excluded.together', [$together ? min($frames) : 0, $frames], [1 => ArrayParameterType::INTEGER]);
    }
}
