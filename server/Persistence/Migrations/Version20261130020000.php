<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Frames that are set aside, and let go: from which folder, since when. A shoot's sums are of what is in it; what is set aside is counted by itself. */
final class Version20261130020000 extends AbstractMigration
{
    private const TELLING = 'id, shoot_id, stem, taken_at, subsecond, along, aside_from, let_go_at';

    public function getDescription(): string
    {
        return 'Frames are set aside and let go';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE frame ADD aside_from TEXT, ADD aside_at TIMESTAMPTZ(6), ADD let_go_at TIMESTAMPTZ(6)');
        $this->addSql('CREATE INDEX frame_aside ON frame (shoot_id, id) WHERE aside_from IS NOT NULL');
        $this->addSql('CREATE INDEX frame_aside_from ON frame (aside_from) WHERE aside_from IS NOT NULL');
        $this->addSql('ALTER TABLE change_before ADD aside_from TEXT');
        $this->addSql('ALTER TABLE shoot ADD aside INT NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE shoot_part ADD aside INT NOT NULL DEFAULT 0');
        $this->addSql('DROP INDEX shoot_filled');
        $this->addSql('CREATE INDEX shoot_filled ON shoot (date DESC, id DESC) WHERE files > 0 OR aside > 0');
        // Whoever changes a keyword changes the stamps of all frames that bear it; those that are gone have no files to write it in.
        $this->addSql('CREATE FUNCTION let_go_says_no_more() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN NEW.restamp := false; RETURN NEW; END $$');
        $this->addSql('CREATE TRIGGER frame_let_go BEFORE UPDATE ON frame FOR EACH ROW WHEN (NEW.let_go_at IS NOT NULL AND NEW.restamp) EXECUTE FUNCTION let_go_says_no_more()');
        $telling = self::TELLING;
        $this->addSql("CREATE OR REPLACE FUNCTION frame_touches_on_update() RETURNS trigger LANGUAGE plpgsql AS \$\$ BEGIN INSERT INTO shoot_touched (transaction, shoot_id, part) SELECT DISTINCT pg_current_xact_id(), shoot_id, id >> 6 FROM (SELECT shoot_id, id FROM ((SELECT $telling FROM new_rows EXCEPT SELECT $telling FROM old_rows) UNION ALL (SELECT $telling FROM old_rows EXCEPT SELECT $telling FROM new_rows)) t) s ON CONFLICT DO NOTHING; RETURN NULL; END \$\$");
        $this->addUpParts();
        $this->addUpShoot();
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What is set aside would be counted with its shoot, and lie elsewhere.');
    }

    private function addUpParts(): void
    {
        $this->addSql(<<<'SQL'
            CREATE OR REPLACE FUNCTION add_up_parts(of INT, parts INT[]) RETURNS VOID LANGUAGE plpgsql SET plan_cache_mode = force_custom_plan AS $$
            BEGIN
                WITH t AS MATERIALIZED (
                        SELECT p.part, count(DISTINCT r.id) FILTER (WHERE r.here) AS frames, count(f.id) FILTER (WHERE NOT f.gone AND r.aside_from IS NULL) AS files, coalesce(sum(f.bytes) FILTER (WHERE NOT f.gone AND r.aside_from IS NULL), 0)::bigint AS bytes,
                            min(r.taken_at) FILTER (WHERE r.here) AS taken_from, max(r.taken_at) FILTER (WHERE r.here) AS taken_to, min(r.stem) FILTER (WHERE r.here) AS first_name, max(r.stem) FILTER (WHERE r.here) AS last_name, min(f.since) AS proven_since,
                            coalesce((array_agg(r.id ORDER BY r.aside_from IS NOT NULL, r.taken_at, r.subsecond, r.id) FILTER (WHERE f.still AND r.let_go_at IS NULL))[1], (array_agg(r.id ORDER BY r.aside_from IS NOT NULL, r.taken_at, r.subsecond, r.id) FILTER (WHERE NOT r.along AND r.let_go_at IS NULL))[1]) AS cover, coalesce(bool_or(f.still), false) AS has_still,
                            count(DISTINCT r.id) FILTER (WHERE NOT r.along AND r.aside_from IS NOT NULL AND r.let_go_at IS NULL) AS aside
                        FROM unnest(parts) AS p (part) JOIN (SELECT *, NOT along AND aside_from IS NULL AS here FROM frame) r ON r.id BETWEEN p.part * 64 AND p.part * 64 + 63 AND r.shoot_id + 0 = of
                        JOIN LATERAL (SELECT l.id, l.bytes, (SELECT o.kind LIKE 'still%' FROM original o WHERE o.id = l.original_id) AS still, c.gone, c.since
                            FROM file l, LATERAL (SELECT coalesce(bool_or(state = 'let go'), false) AS gone, min(proven_at) FILTER (WHERE state = 'proven') AS since FROM copy WHERE file_id = l.id) c WHERE l.frame_id = r.id) f ON true
                        GROUP BY p.part),
                     gone AS (DELETE FROM shoot_part s WHERE s.shoot_id = of AND s.part = ANY (parts) AND s.part NOT IN (SELECT part FROM t))
                INSERT INTO shoot_part (shoot_id, part, frames, files, bytes, taken_from, taken_to, first_name, last_name, proven_since, cover_id, has_still, aside) SELECT of, part, frames, files, bytes, taken_from, taken_to, first_name, last_name, proven_since, cover, has_still, aside FROM t
                ON CONFLICT (shoot_id, part) DO UPDATE SET frames = excluded.frames, files = excluded.files, bytes = excluded.bytes, taken_from = excluded.taken_from, taken_to = excluded.taken_to, first_name = excluded.first_name, last_name = excluded.last_name, proven_since = excluded.proven_since, cover_id = excluded.cover_id, has_still = excluded.has_still, aside = excluded.aside;

                WITH t AS MATERIALIZED (
                        SELECT p.part, c.store_id, c.state, CASE WHEN c.state = 'proven' AND c.proven_at IS NOT NULL THEN to_char(c.proven_at AT TIME ZONE 'UTC', 'YYYY-MM') ELSE '' END AS month,
                            count(*)::int AS copies, sum(f.bytes)::bigint AS bytes, min(c.proven_at) FILTER (WHERE c.state = 'proven') AS oldest
                        FROM unnest(parts) AS p (part) JOIN frame r ON r.id BETWEEN p.part * 64 AND p.part * 64 + 63 AND r.shoot_id + 0 = of JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id GROUP BY 1, 2, 3, 4),
                     gone AS (DELETE FROM shoot_part_copies s WHERE s.shoot_id = of AND s.part = ANY (parts) AND NOT EXISTS (SELECT 1 FROM t WHERE (t.part, t.store_id, t.state, t.month) = (s.part, s.store_id, s.state, s.month)))
                INSERT INTO shoot_part_copies SELECT of, part, store_id, state, month, copies, bytes, oldest FROM t
                ON CONFLICT (shoot_id, part, store_id, state, month) DO UPDATE SET copies = excluded.copies, bytes = excluded.bytes, oldest = excluded.oldest;
            END $$
            SQL);
    }

    private function addUpShoot(): void
    {
        $this->addSql(<<<'SQL'
            CREATE OR REPLACE FUNCTION add_up_shoot(of INT, touched INT[] DEFAULT NULL) RETURNS BOOLEAN LANGUAGE plpgsql SET plan_cache_mode = force_custom_plan AS $$
            DECLARE changed INT; more INT;
            BEGIN
                PERFORM 1 FROM shoot WHERE id = of FOR NO KEY UPDATE;
                PERFORM add_up_parts(of, coalesce(touched, ARRAY(SELECT id >> 6 FROM frame WHERE shoot_id = of UNION SELECT part FROM shoot_part WHERE shoot_id = of UNION SELECT part FROM shoot_part_copies WHERE shoot_id = of)));
                UPDATE shoot s SET frames = t.frames, aside = t.aside, files = t.files, bytes = t.bytes, taken_from = t.taken_from, taken_to = t.taken_to, first_name = t.first_name, last_name = t.last_name, proven_since = t.proven_since, cover_id = t.cover
                FROM (SELECT coalesce(sum(frames), 0)::int AS frames, coalesce(sum(aside), 0)::int AS aside, coalesce(sum(files), 0)::int AS files, coalesce(sum(bytes), 0)::bigint AS bytes, min(taken_from) AS taken_from, max(taken_to) AS taken_to, min(first_name) AS first_name, max(last_name) AS last_name, min(proven_since) AS proven_since,
                        (SELECT q.cover_id FROM shoot_part q JOIN frame r ON r.id = q.cover_id WHERE q.shoot_id = of ORDER BY r.aside_from IS NOT NULL, q.has_still DESC, r.taken_at, r.subsecond, r.id LIMIT 1) AS cover
                      FROM shoot_part WHERE shoot_id = of) t
                WHERE s.id = of AND (s.frames, s.aside, s.files, s.bytes, s.taken_from, s.taken_to, s.first_name, s.last_name, s.proven_since, s.cover_id) IS DISTINCT FROM (t.frames, t.aside, t.files, t.bytes, t.taken_from, t.taken_to, t.first_name, t.last_name, t.proven_since, t.cover);
                GET DIAGNOSTICS changed = ROW_COUNT;
                WITH t AS MATERIALIZED (SELECT store_id, state, month, sum(copies)::int AS copies, sum(bytes)::bigint AS bytes, min(oldest) AS oldest FROM shoot_part_copies WHERE shoot_id = of GROUP BY 1, 2, 3),
                     gone AS (DELETE FROM shoot_copies s WHERE s.shoot_id = of AND NOT EXISTS (SELECT 1 FROM t WHERE (t.store_id, t.state, t.month) = (s.store_id, s.state, s.month)) RETURNING 1),
                     there AS (INSERT INTO shoot_copies AS s (shoot_id, store_id, state, month, copies, bytes, oldest) SELECT of, t.store_id, t.state, t.month, t.copies, t.bytes, t.oldest FROM t
                        ON CONFLICT (shoot_id, store_id, state, month) DO UPDATE SET copies = excluded.copies, bytes = excluded.bytes, oldest = excluded.oldest
                        WHERE (s.copies, s.bytes, s.oldest) IS DISTINCT FROM (excluded.copies, excluded.bytes, excluded.oldest) RETURNING 1)
                SELECT (SELECT count(*) FROM gone) + (SELECT count(*) FROM there) INTO more;
                RETURN changed + more > 0;
            END $$
            SQL);
    }
}
