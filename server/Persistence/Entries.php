<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Statement;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Transfer\ProvenCopy;

/**
 * Enters what came of a receipt's lines, each in one statement: the line, its original, file, copy and proof and the
 * shoot's sums come about together or not at all, and only while the run is the one that counts. Beside Doctrine's unit
 * of work, for it is done for every file of a card.
 */
final class Entries
{
    private const OWN = 'WITH own AS (SELECT id, card_id, store_id FROM intake WHERE id = :intake AND run = :run FOR UPDATE)';

    private const BROUGHT_IN = self::OWN.",
        was AS (SELECT f.id, f.shoot_id, f.stem, f.taken_at, CASE WHEN EXISTS (SELECT 1 FROM file x WHERE x.frame_id = f.id) THEN 0 ELSE 1 END AS frames FROM frame f, own WHERE f.id = :frame),
        o AS (INSERT INTO original (card_id, frame_id, path, kind, bytes, modified_at, quick_print, checksum) SELECT own.card_id, was.id, :path, :kind, :bytes, :modified, :print, :checksum FROM own, was RETURNING id),
        f AS (INSERT INTO file (frame_id, original_id, making, ending, bytes, checksum) SELECT was.id, o.id, :making, :ending, :bytes, :checksum FROM was, o RETURNING id),
        c AS (INSERT INTO copy (file_id, store_id, path, state, checksum, proven_at) SELECT f.id, own.store_id, :to, :state, :checksum, :at FROM f, own RETURNING id),
        p AS (INSERT INTO proof (copy_id, checksum, holds, at) SELECT c.id, :checksum, true, :at FROM c RETURNING id),
        s AS (UPDATE shoot SET frames = shoot.frames + was.frames, files = files + 1, bytes = shoot.bytes + :bytes, cover_id = CASE WHEN taken_from IS NULL OR was.taken_at < taken_from THEN was.id ELSE cover_id END,
                taken_from = least(taken_from, was.taken_at), taken_to = greatest(taken_to, was.taken_at), first_name = least(first_name, was.stem), last_name = greatest(last_name, was.stem), proven_since = least(proven_since, :at)
              FROM was WHERE shoot.id = was.shoot_id RETURNING shoot.id)
        UPDATE receipt_line l SET outcome = 'brought in', reason = :reason, checksum = :checksum, proven_at = :at, quick_print = :print, file_id = f.id FROM f, p, s WHERE l.id = :line";

    private const LOOK = 'SELECT h.path, h.proven_at, h.frame_id, r.path AS rival FROM (SELECT 1) one
        LEFT JOIN LATERAL (SELECT c.path, c.proven_at, o.frame_id FROM original o JOIN file f ON f.original_id = o.id JOIN copy c ON c.file_id = f.id WHERE o.quick_print = :print ORDER BY o.id, c.id LIMIT 1) h ON true
        LEFT JOIN LATERAL (SELECT o.path FROM copy c JOIN file f ON f.id = c.file_id JOIN original o ON o.id = f.original_id WHERE c.store_id = :store AND c.path = :to LIMIT 1) r ON true';

    /** @var array<string, Statement> prepared once, for they are used for every file */
    private array $prepared = [];

    public function __construct(private readonly Connection $database)
    {
    }

    public function look(WaitingFile $waiting, int $store): AtTheName
    {
        $row = $this->bound(self::LOOK, ['print' => $waiting->file->print ?? '', 'store' => $store, 'to' => $waiting->to])->executeQuery()->fetchAssociative();
        $row = false === $row ? [] : $row;
        $text = static fn (string $key): ?string => \is_string($row[$key] ?? null) ? $row[$key] : null;
        $held = null === $text('path') || !is_numeric($row['frame_id']) ? null : new HeldAs($text('path'), substr($text('proven_at') ?? '', 0, 10), (int) $row['frame_id']);

        return new AtTheName($held, $text('rival'));
    }

    /** @throws OwnershipLost */
    public function broughtIn(int $intake, int $run, WaitingFile $waiting, ProvenCopy $proven): void
    {
        $this->enter(self::BROUGHT_IN, $intake, $run, [
            'line' => $waiting->line,
            'frame' => $waiting->frame,
            'path' => $waiting->file->path,
            'kind' => $waiting->file->kind->value,
            'bytes' => $proven->bytes,
            'modified' => $waiting->file->modifiedAt,
            'print' => $proven->print,
            'checksum' => $proven->checksum,
            'making' => Making::AsItIs->value,
            'ending' => $waiting->ending(),
            'to' => $waiting->to,
            'state' => CopyState::Proven->value,
            'at' => $proven->provenAt->format('Y-m-d H:i:s.uP'),
            'reason' => $proven->keepsTime ? '' : 'the drive did not take the time at which it was written',
        ]);
    }

    /**
     * The ledger came to hold it by another way; it is a file of no frame here any more.
     *
     * @throws OwnershipLost
     */
    public function isHeld(int $intake, int $run, WaitingFile $waiting, HeldAs $as): void
    {
        $this->enter(self::OWN." UPDATE receipt_line l SET outcome = 'held', reason = :reason, frame_id = NULL FROM own WHERE l.id = :line", $intake, $run, ['line' => $waiting->line, 'reason' => \sprintf('held since %s as %s', $as->since, $as->path)]);
        // A frame of which nothing waits or came in gives its name and number back.
        $this->database->executeStatement(
            "DELETE FROM frame f WHERE f.id = ? AND NOT EXISTS (SELECT 1 FROM original o WHERE o.frame_id = f.id) AND NOT EXISTS (SELECT 1 FROM receipt_line l WHERE l.frame_id = f.id AND l.outcome IN ('waiting', 'failed'))",
            [$waiting->frame],
        );
    }

    /** @throws OwnershipLost */
    public function failed(int $intake, int $run, WaitingFile $waiting, string $because): void
    {
        $this->enter(self::OWN." UPDATE receipt_line l SET outcome = 'failed', reason = :reason FROM own WHERE l.id = :line", $intake, $run, ['line' => $waiting->line, 'reason' => $because]);
    }

    /**
     * @param array<int, string> $prints line => quick print
     *
     * @throws OwnershipLost
     */
    public function printed(int $intake, int $run, array $prints): void
    {
        $this->database->transactional(function () use ($intake, $run, $prints): void {
            foreach ($prints as $line => $print) {
                $this->enter(self::OWN.' UPDATE receipt_line l SET quick_print = :print FROM own WHERE l.id = :line', $intake, $run, ['line' => $line, 'print' => $print]);
            }
        });
    }

    /** @param array<string, int|string|null> $values */
    private function enter(string $statement, int $intake, int $run, array $values): void
    {
        if (1 !== (int) $this->bound($statement, ['intake' => $intake, 'run' => $run] + $values)->executeStatement()) {
            throw OwnershipLost::ofRun($intake, $run);
        }
    }

    /** @param array<string, int|string|null> $values */
    private function bound(string $statement, array $values): Statement
    {
        $prepared = $this->prepared[$statement] ??= $this->database->prepare($statement);
        foreach ($values as $name => $value) {
            $prepared->bindValue($name, $value);
        }

        return $prepared;
    }
}
