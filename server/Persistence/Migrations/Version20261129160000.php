<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Files that are neither frame nor clip can come along: they are rows as frames are, and are not counted among them. The sums
 * of a shoot's copies are kept by the month of their proofs, too, so that no page counts copies.
 */
final class Version20261129160000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'All else on a card can come along; sums by the month of proofs';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE frame ADD along BOOLEAN NOT NULL DEFAULT false');
        $this->addSql("ALTER TABLE shoot_copies ADD month VARCHAR(7) NOT NULL DEFAULT '', ADD oldest TIMESTAMPTZ(6), DROP CONSTRAINT shoot_copies_pkey, ADD PRIMARY KEY (shoot_id, store_id, state, month)");
        $this->addSql(<<<'SQL'
            CREATE OR REPLACE FUNCTION add_up_shoot(of INT) RETURNS BOOLEAN LANGUAGE plpgsql AS $$
            DECLARE changed INT; more INT;
            BEGIN
                PERFORM 1 FROM shoot WHERE id = of FOR NO KEY UPDATE;
                UPDATE shoot s SET frames = t.frames, files = t.files, bytes = t.bytes, taken_from = t.taken_from, taken_to = t.taken_to, first_name = t.first_name, last_name = t.last_name, proven_since = t.proven_since, cover_id = t.cover
                FROM (SELECT count(DISTINCT r.id) FILTER (WHERE NOT r.along) AS frames, count(f.id) FILTER (WHERE NOT f.gone) AS files, coalesce(sum(f.bytes) FILTER (WHERE NOT f.gone), 0)::bigint AS bytes,
                        min(r.taken_at) FILTER (WHERE NOT r.along) AS taken_from, max(r.taken_at) FILTER (WHERE NOT r.along) AS taken_to, min(r.stem) FILTER (WHERE NOT r.along) AS first_name, max(r.stem) FILTER (WHERE NOT r.along) AS last_name, min(f.since) AS proven_since,
                        coalesce((array_agg(r.id ORDER BY r.taken_at, r.subsecond, r.id) FILTER (WHERE f.still))[1], (array_agg(r.id ORDER BY r.taken_at, r.subsecond, r.id) FILTER (WHERE NOT r.along))[1]) AS cover
                      FROM frame r JOIN LATERAL (SELECT l.id, l.bytes, (SELECT o.kind LIKE 'still%' FROM original o WHERE o.id = l.original_id) AS still, c.gone, c.since
                        FROM file l, LATERAL (SELECT coalesce(bool_or(state = 'let go'), false) AS gone, min(proven_at) FILTER (WHERE state = 'proven') AS since FROM copy WHERE file_id = l.id) c WHERE l.frame_id = r.id) f ON true
                      WHERE r.shoot_id = of) t
                WHERE s.id = of AND (s.frames, s.files, s.bytes, s.taken_from, s.taken_to, s.first_name, s.last_name, s.proven_since, s.cover_id) IS DISTINCT FROM (t.frames, t.files, t.bytes, t.taken_from, t.taken_to, t.first_name, t.last_name, t.proven_since, t.cover);
                GET DIAGNOSTICS changed = ROW_COUNT;
                WITH t AS MATERIALIZED (
                        SELECT c.store_id, c.state, CASE WHEN c.state = 'proven' AND c.proven_at IS NOT NULL THEN to_char(c.proven_at AT TIME ZONE 'UTC', 'YYYY-MM') ELSE '' END AS month,
                            count(*)::int AS copies, sum(f.bytes)::bigint AS bytes, min(c.proven_at) FILTER (WHERE c.state = 'proven') AS oldest
                        FROM frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id WHERE r.shoot_id = of GROUP BY 1, 2, 3),
                     gone AS (DELETE FROM shoot_copies s WHERE s.shoot_id = of AND NOT EXISTS (SELECT 1 FROM t WHERE t.store_id = s.store_id AND t.state = s.state AND t.month = s.month) RETURNING 1),
                     there AS (INSERT INTO shoot_copies AS s (shoot_id, store_id, state, month, copies, bytes, oldest) SELECT of, t.store_id, t.state, t.month, t.copies, t.bytes, t.oldest FROM t
                        ON CONFLICT (shoot_id, store_id, state, month) DO UPDATE SET copies = excluded.copies, bytes = excluded.bytes, oldest = excluded.oldest
                        WHERE (s.copies, s.bytes, s.oldest) IS DISTINCT FROM (excluded.copies, excluded.bytes, excluded.oldest) RETURNING 1)
                SELECT (SELECT count(*) FROM gone) + (SELECT count(*) FROM there) INTO more;
                RETURN changed + more > 0;
            END $$
            SQL);
        $this->addSql('SELECT add_up_shoot(id) FROM shoot ORDER BY id');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What came along would be counted among the frames.');
    }
}
