<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Conversions;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Dng\Converted;
use VelvetLedger\Core\Order\DngMode;
use VelvetLedger\Core\Receipt\Conversions;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\Making;
use VelvetLedger\Server\Persistence\Stamps\StampedFile;

/** Raws that are to become DNGs, by the standing order that they came in by, and what came of it. */
final readonly class ConversionRepository
{
    public function __construct(private Connection $database, private Locks $locks, private MoveRepository $moves)
    {
    }

    /**
     * Asks for the DNGs of raws that came in just now, where their order wants them.
     *
     * @param list<int> $frames
     *
     * @return list<int> conversions
     */
    public function ask(array $frames): array
    {
        return [] === $frames ? [] : self::ids($this->database->fetchFirstColumn(
            "INSERT INTO conversion (frame_id, intake_id, file_id, instead, embeds, preview_edge, state, raw_bytes, raw_checksum, asked_at)
             SELECT r.id, i.id, f.id, i.standing_order->'dng'->>'mode' = '".DngMode::Instead->value."', (i.standing_order->'dng'->>'embedRaw')::boolean, (i.standing_order->'dng'->>'previewEdge')::int, 'waiting', f.bytes, f.checksum, now()
             FROM frame r JOIN intake i ON i.id = r.intake_id AND i.standing_order->'dng'->>'mode' <> '".DngMode::Off->value."',
                LATERAL (SELECT f.* FROM file f WHERE f.frame_id = r.id AND f.making = '".Making::AsItIs->value."' AND (SELECT o.kind FROM original o WHERE o.id = f.original_id) = '".Kind::StillRaw->value."' OFFSET 0) f
             WHERE r.id = ANY(CAST(? AS int[]))
             ON CONFLICT (file_id) DO NOTHING RETURNING id",
            [ArrayLiteral::of($frames)],
        ));
    }

    /** @return list<int> frames whose raws an intake brought in, and of which nobody has asked yet whether they are to become DNGs */
    public function notAsked(int $intake): array
    {
        return self::ids($this->database->fetchFirstColumn("SELECT DISTINCT l.frame_id
            FROM receipt_line l
            JOIN intake i ON i.id = l.intake_id
            WHERE l.intake_id = ? AND l.outcome = 'brought in' AND l.kind = ? AND i.standing_order->'dng'->>'mode' <> ?
            AND NOT EXISTS (SELECT 1 FROM conversion v WHERE v.file_id = l.file_id)", [$intake, Kind::StillRaw->value, DngMode::Off->value]));
    }

    /**
     * @param list<int> $homes of shoots: stores that are there
     *
     * @return list<int> conversions that wait for longer than a worker takes to hear of them
     */
    public function overlooked(int $seconds, array $homes): array
    {
        return [] === $homes ? [] : self::ids($this->database->fetchFirstColumn("SELECT v.id
            FROM conversion v
            JOIN frame r ON r.id = v.frame_id
            JOIN shoot s ON s.id = r.shoot_id AND s.home_id IN (?)
            WHERE v.state = 'waiting' AND v.asked_at < now() - make_interval(secs => ?)
            ORDER BY v.id LIMIT 1000", [$homes, $seconds], [ArrayParameterType::INTEGER]));
    }

    /** The shoot that its raw is of; 0 where there is no such conversion. */
    public function shootOf(int $id): int
    {
        $shoot = $this->database->fetchOne('SELECT r.shoot_id
            FROM conversion v
            JOIN frame r ON r.id = v.frame_id
            WHERE v.id = ?', [$id]);

        return false === $shoot ? 0 : Row::number($shoot);
    }

    /** Null where it was done, or another process is at it. */
    public function take(int $id): ?ConversionRow
    {
        if (!$this->locks->take(Lock::Conversion, $id)) {
            return null;
        }
        $row = $this->database->fetchAssociative(
            "SELECT v.id, v.frame_id, r.shoot_id, v.file_id, v.embeds, v.preview_edge, v.instead, f.bytes, f.checksum, f.sha256 IS NOT NULL AS sha256, f.ending, o.path AS original, o.modified_at,
                EXISTS (SELECT 1 FROM file x WHERE x.frame_id = r.id AND lower(x.ending) = '.dng') AS is_taken,
                (SELECT json_agg(json_build_object('store', c.store_id, 'path', c.path) ORDER BY c.store_id IS DISTINCT FROM h.home_id, c.store_id) FROM copy c WHERE c.file_id = f.id AND c.state = 'proven') AS copies,
                (SELECT json_agg(DISTINCT c.store_id) FROM copy c WHERE c.file_id = f.id AND c.state ".CopyState::BELONGS_THERE.") AS stores
             FROM conversion v JOIN frame r ON r.id = v.frame_id JOIN shoot h ON h.id = r.shoot_id JOIN file f ON f.id = v.file_id JOIN original o ON o.id = f.original_id WHERE v.id = ? AND v.state = 'waiting' AND NOT ".MoveRepository::IS_ON_ITS_WAY,
            [$id],
        );
        if (false === $row) {
            $this->release($id);
        }

        return false === $row ? null : new ConversionRow($row);
    }

    /**
     * Files that somebody makes a DNG of just now.
     *
     * @param list<int> $files
     *
     * @return array<int, true> by file
     */
    public function under(array $files): array
    {
        $under = [];
        foreach ($this->database->fetchAllKeyValue("SELECT id, file_id
            FROM conversion
            WHERE file_id IN (?) AND state = 'waiting'", [$files], [ArrayParameterType::INTEGER]) as $conversion => $file) {
            if ($this->locks->isTaken(Lock::Conversion, (int) $conversion)) {
                $under[Row::number($file)] = true;
            }
        }

        return $under;
    }

    /** Of whoever has taken it. */
    public function mark(int $id): WriterMark
    {
        return $this->locks->newMark(Task::Convert, $id);
    }

    public function release(int $id): void
    {
        $this->locks->release(Lock::Conversion, $id);
    }

    public function refused(int $id, string $because, float $seconds): void
    {
        $this->database->update('conversion', ['state' => ConversionState::Refused->value, 'because' => $because, 'seconds' => $seconds, 'ended_at' => date(\DATE_ATOM)], ['id' => $id]);
    }

    /**
     * The DNG is a file of the frame, with a copy at every store: those that are away are owed it.
     *
     * @param array<string, mixed> $stamp  revision and written, as StampedFile has them
     * @param array<int, string>   $stores store => path of its copy
     */
    public function proven(ConversionRow $row, Converted $made, Copied $copied, array $stamp, array $stores, float $seconds): void
    {
        $this->database->transactional(function () use ($row, $made, $copied, $stamp, $stores, $seconds): void {
            $written = $copied->written;
            $file = $this->database->fetchOne(
                'INSERT INTO file (frame_id, original_id, making, ending, bytes, checksum, sha256, stamp_revision, written, bears)
                    SELECT ?, original_id, ?, ?, ?, ?, ?, ?, ?, ?
                    FROM file
                    WHERE id = ?
                    RETURNING id',
                [$row->frame, Making::Dng->value, $row->ending, $made->bytes, $written->checksum, $written->sha256, $stamp['revision'], $stamp['written'], Place::ofEnding($row->ending, (new StampStyle())->ofOurs())->value, $row->file],
            );
            // Its stamp was changed meanwhile: the DNG is to have the new one, too.
            $this->database->executeStatement('UPDATE frame SET restamp = true
                WHERE id = ? AND stamp IS NOT NULL AND stamp_revision > ?', [$row->frame, $stamp['revision']]);
            foreach ($stores as $store => $path) {
                $copy = $copied->copies[$store] ?? null;
                $at = $copy?->provenAt->format('Y-m-d H:i:s.uP');
                $because = null === $copy ? rtrim(($copied->failed[$store] ?? null)?->getMessage() ?? 'it was made while the drive was away', '.') : null;
                $id = $this->database->fetchOne('INSERT INTO copy (file_id, store_id, path, state, checksum, proven_at, because)
                    SELECT ?::int, p.store, '.MoveRepository::freePlace('p.store', 'p.path').', ?, ?, ?::timestamptz, ?
                    FROM (SELECT ?::int AS store, ?::text AS path) p
                    RETURNING id', [$file, (null === $at ? CopyState::Owed : CopyState::Proven)->value, null === $at ? null : $written->checksum, $at, $because, $store, $path]);
                if (null !== $at) {
                    $this->database->executeStatement('INSERT INTO proof (copy_id, checksum, holds, at)
                        VALUES (?, ?, true, ?)', [$id, $written->checksum, $at]);
                }
            }
            $this->moves->landed([$row->frame]);
            $this->database->update('conversion', ['state' => ConversionState::Proven->value, 'dng_id' => $file, 'dng_bytes' => $made->bytes, 'dng_checksum' => $written->checksum, 'digest' => $made->digest, 'seconds' => $seconds, 'ended_at' => date(\DATE_ATOM)], ['id' => $row->id]);
        });
    }

    /** @return list<int> conversions of a receipt that could not be made, and are tried again */
    public function again(int $intake): array
    {
        return self::ids($this->database->fetchFirstColumn("UPDATE conversion SET state = 'waiting', because = NULL, asked_at = now()
            WHERE intake_id = ? AND state = 'refused'
            RETURNING id", [$intake]));
    }

    public function waitInShoot(int $shoot): bool
    {
        return true === $this->database->fetchOne("SELECT EXISTS (SELECT 1 FROM conversion v JOIN frame r ON r.id = v.frame_id WHERE r.shoot_id = ? AND v.state = 'waiting')", [$shoot]);
    }

    /** @return array<int, array{waiting: int, refused: int}> by receipt, the latest first: raws that are to be DNGs and are not, where there are any */
    public function open(): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative("SELECT intake_id, count(*) FILTER (WHERE state = 'waiting') AS waiting, count(*) FILTER (WHERE state = 'refused') AS refused
            FROM conversion
            WHERE state IN ('waiting', 'refused')
            GROUP BY 1
            ORDER BY 1 DESC") as $columns) {
            $row = Row::of($columns);
            $found[$row->int('intake_id')] = ['waiting' => $row->int('waiting'), 'refused' => $row->int('refused')];
        }

        return $found;
    }

    /** What became of an intake's raws. */
    public function sum(int $intake): Conversions
    {
        $row = $this->database->fetchAssociative("SELECT count(*) AS asked, count(*) FILTER (WHERE state = 'waiting') AS waiting, count(*) FILTER (WHERE state = 'proven') AS proven, count(*) FILTER (WHERE state = 'refused') AS refused, count(*) FILTER (WHERE state = 'proven' AND instead AND NOT let_go) AS staying, count(*) FILTER (WHERE state = 'proven' AND let_go) AS gone,
            coalesce(sum(raw_bytes) FILTER (WHERE state = 'proven'), 0) AS raw_bytes, coalesce(sum(dng_bytes), 0) AS dng_bytes FROM conversion WHERE intake_id = ?", [$intake]);
        $sum = Row::of(false === $row ? [] : $row);

        return new Conversions($sum->int('asked'), $sum->int('waiting'), $sum->int('proven'), $sum->int('refused'), $sum->int('raw_bytes'), $sum->int('dng_bytes'), $sum->int('staying'), $sum->int('gone'));
    }

    /** @return list<array{string, string}> path on the card, and why it was not converted */
    public function refusedOf(int $intake): array
    {
        $rows = $this->database->fetchAllNumeric("SELECT o.path, v.because
            FROM conversion v
            JOIN file f ON f.id = v.file_id
            JOIN original o ON o.id = f.original_id
            WHERE v.intake_id = ? AND v.state = 'refused'
            ORDER BY 1 LIMIT 200", [$intake]);

        return array_map(static fn (array $row): array => [Row::word($row[0]), Row::word($row[1])], $rows);
    }

    /**
     * What frames of a body gave before.
     *
     * @return array{float, float}|null DNG's bytes to one of the raw's, seconds a megabyte of raw; of the last hundred, null where there are none
     */
    public function before(string $body, bool $embeds): ?array
    {
        $row = $this->database->fetchNumeric("SELECT sum(dng_bytes)::float / sum(raw_bytes), sum(seconds) * 1e6 / sum(raw_bytes)
            FROM (SELECT v.dng_bytes, v.raw_bytes, v.seconds FROM conversion v JOIN frame r ON r.id = v.frame_id WHERE v.state = 'proven' AND r.body = ? AND v.embeds = ? ORDER BY v.id DESC LIMIT 100) t", [$body, $embeds ? 'true' : 'false']);

        return \is_array($row) && is_numeric($row[0]) && is_numeric($row[1]) ? [(float) $row[0], (float) $row[1]] : null;
    }

    /**
     * @param array<mixed> $found
     *
     * @return list<int>
     */
    private static function ids(array $found): array
    {
        return Row::numbers($found);
    }
}
