<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Find\CouldNotFind;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Row;

/** Owns "album" and "album_frame": frames put together by hand, wherever they lie, in an order of their own. */
final readonly class AlbumEntries
{
    private const ALBUM = 'SELECT a.id, a.name, a.note, coalesce((SELECT f.frame_id FROM album_frame f WHERE f.album_id = a.id ORDER BY f.frame_id = a.cover_id DESC, f.position LIMIT 1), 0) AS cover, (SELECT count(*) FROM album_frame f WHERE f.album_id = a.id) AS frames
        FROM album a';

    public function __construct(private Connection $database)
    {
    }

    /** @return list<AlbumRow> those that were used last first */
    public function all(): array
    {
        return array_map(static fn (array $row): AlbumRow => new AlbumRow(Row::of($row)), $this->database->fetchAllAssociative(self::ALBUM.' ORDER BY a.used_at DESC, a.id DESC'));
    }

    /** @throws NotInLedger */
    public function find(int $album): AlbumRow
    {
        $row = $this->database->fetchAssociative(self::ALBUM.' WHERE a.id = ?', [$album]);

        return false === $row ? throw NotInLedger::album($album) : new AlbumRow(Row::of($row));
    }

    /** @return list<int> in the album's order */
    public function frames(int $album): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT frame_id FROM album_frame WHERE album_id = ? ORDER BY position, frame_id', [$album]));
    }

    /**
     * The album of a name, begun where there is none.
     *
     * @throws CouldNotFind
     */
    public function called(string $name): int
    {
        $name = trim(preg_replace('/\s+/u', ' ', $name) ?? '');
        if ('' === $name || mb_strlen($name) > 200) {
            throw CouldNotFind::noName();
        }

        return Row::number($this->database->fetchOne('INSERT INTO album (name, used_at) VALUES (?, now())
            ON CONFLICT (lower(name)) DO UPDATE SET used_at = now() RETURNING id', [$name]));
    }

    /** @throws CouldNotFind|NotInLedger */
    public function change(int $album, ?string $name, ?string $note, ?int $cover): void
    {
        if (null !== $name && ('' === trim($name) || false !== $this->database->fetchOne('SELECT 1 FROM album WHERE lower(name) = lower(?) AND id <> ?', [trim($name), $album]))) {
            throw '' === trim($name) ? CouldNotFind::noName() : CouldNotFind::nameTaken(trim($name));
        }
        if (null !== $cover && !\in_array($cover, $this->frames($album), true)) {
            throw NotInLedger::frame($cover);
        }
        $this->database->executeStatement('UPDATE album SET name = coalesce(?, name), note = coalesce(?, note), cover_id = coalesce(?, cover_id), used_at = now() WHERE id = ?', [null === $name ? null : trim($name), $note, $cover, $album]);
    }

    public function drop(int $album): void
    {
        $this->database->executeStatement('DELETE FROM album WHERE id = ?', [$album]);
    }

    /**
     * Behind those that are in it.
     *
     * @param list<int> $frames in the order that they are to have
     *
     * @return int how many were not in it yet
     */
    public function add(int $album, array $frames): int
    {
        $this->database->executeStatement('UPDATE album SET used_at = now() WHERE id = ?', [$album]);

        return (int) $this->database->executeStatement('INSERT INTO album_frame (album_id, frame_id, position)
            SELECT ?, r.id, coalesce((SELECT max(position) FROM album_frame WHERE album_id = ?), 0) + x.at
            FROM unnest(?::int[]) WITH ORDINALITY AS x(id, at) JOIN frame r ON r.id = x.id
            ON CONFLICT DO NOTHING', [$album, $album, ArrayLiteral::of($frames)]);
    }

    /** Frames that an intake brought in, into the album that its order names; those that are in it stay where they are. */
    public function cameIn(int $intake): void
    {
        $name = $this->database->fetchOne("SELECT trim(coalesce(standing_order->'afterwards'->>'album', '')) FROM intake WHERE id = ?", [$intake]);
        if (!\is_string($name) || '' === $name) {
            return;
        }
        $this->add($this->called($name), Row::numbers($this->database->fetchFirstColumn("SELECT r.id FROM frame r
            WHERE r.id IN (SELECT frame_id FROM receipt_line WHERE intake_id = ? AND outcome = 'brought in') AND NOT r.along
            ORDER BY r.taken_at, r.subsecond, r.id", [$intake])));
    }

    /** @param list<int> $frames */
    public function remove(int $album, array $frames): void
    {
        $this->database->executeStatement('DELETE FROM album_frame WHERE album_id = ? AND frame_id IN (?)', [$album, $frames], [1 => ArrayParameterType::INTEGER]);
    }

    /**
     * Puts frames of it before another, or behind all where there is none.
     *
     * @param list<int> $frames
     */
    public function move(int $album, array $frames, ?int $before): void
    {
        $this->database->transactional(function () use ($album, $frames, $before): void {
            $this->database->executeStatement('SELECT 1 FROM album WHERE id = ? FOR UPDATE', [$album]);
            $now = $this->frames($album);
            $moved = array_values(array_intersect($now, $frames));
            $rest = array_values(array_diff($now, $moved));
            $at = null === $before ? false : array_search($before, $rest, true);
            array_splice($rest, false === $at ? \count($rest) : $at, 0, $moved);
            $this->database->executeStatement('UPDATE album_frame f SET position = x.at FROM unnest(?::int[]) WITH ORDINALITY AS x(id, at)
                WHERE f.album_id = ? AND f.frame_id = x.id', [ArrayLiteral::of($rest), $album]);
        });
    }

    public function orderByTime(int $album): void
    {
        $this->database->executeStatement('UPDATE album_frame f SET position = x.at FROM (
                SELECT a.frame_id, row_number() OVER (ORDER BY r.taken_at, r.subsecond, r.id) AS at FROM album_frame a JOIN frame r ON r.id = a.frame_id WHERE a.album_id = ?) x
            WHERE f.album_id = ? AND f.frame_id = x.frame_id', [$album, $album]);
    }
}
