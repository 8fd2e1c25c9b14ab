<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * What a shoot comes to is added up from parts of 64 frames, by their numbers, of which only those that were touched are
 * counted anew: bringing in 3,000 frames, 64 at a time, counts each of them a few times and not each time all.
 */
final class Version20261129235500 extends AbstractMigration
{
    /** Table => the shoot and the frame that a row of its transition tables is of, in SQL; the rows are put in their place. */
    private const FRAMES = [
        'frame' => 'SELECT shoot_id, id FROM (%s) t',
        'file' => 'SELECT r.shoot_id, r.id FROM (%s) t JOIN frame r ON r.id = t.frame_id',
        'copy' => 'SELECT r.shoot_id, r.id FROM (%s) t JOIN file f ON f.id = t.file_id JOIN frame r ON r.id = f.frame_id',
    ];

    /** What of a row tells in the sums. */
    private const TELLING = ['frame' => 'id, shoot_id, stem, taken_at, subsecond, along', 'file' => 'id, frame_id, bytes', 'copy' => 'id, file_id, store_id, state, proven_at'];

    public function getDescription(): string
    {
        return 'Sums of shoots are added up from parts of 64 frames';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE shoot_part (shoot_id INT NOT NULL REFERENCES shoot (id) ON DELETE CASCADE, part INT NOT NULL, frames INT NOT NULL, files INT NOT NULL, bytes BIGINT NOT NULL, taken_from VARCHAR(19), taken_to VARCHAR(19), first_name TEXT, last_name TEXT, proven_since TIMESTAMPTZ(6), cover_id INT, has_still BOOLEAN NOT NULL, PRIMARY KEY (shoot_id, part))');
        $this->addSql('CREATE TABLE shoot_part_copies (shoot_id INT NOT NULL REFERENCES shoot (id) ON DELETE CASCADE, part INT NOT NULL, store_id INT NOT NULL REFERENCES store (id) ON DELETE CASCADE, state VARCHAR(20) NOT NULL, month VARCHAR(7) NOT NULL, copies INT NOT NULL, bytes BIGINT NOT NULL, oldest TIMESTAMPTZ(6), PRIMARY KEY (shoot_id, part, store_id, state, month))');
        $this->addSql('ALTER TABLE shoot_touched ADD part INT NOT NULL, DROP CONSTRAINT shoot_touched_pkey, ADD PRIMARY KEY (transaction, shoot_id, part)');
        foreach (self::FRAMES as $table => $frames) {
            $telling = self::TELLING[$table];
            $rows = [
                'insert' => 'SELECT * FROM new_rows',
                'delete' => 'SELECT * FROM old_rows',
                'update' => "(SELECT $telling FROM new_rows EXCEPT SELECT $telling FROM old_rows) UNION ALL (SELECT $telling FROM old_rows EXCEPT SELECT $telling FROM new_rows)",
            ];
            foreach ($rows as $event => $of) {
                $this->addSql(\sprintf("CREATE OR REPLACE FUNCTION {$table}_touches_on_$event() RETURNS trigger LANGUAGE plpgsql AS \$\$ BEGIN INSERT INTO shoot_touched (transaction, shoot_id, part) SELECT DISTINCT pg_current_xact_id(), shoot_id, id >> 6 FROM ($frames) s ON CONFLICT DO NOTHING; RETURN NULL; END \$\$", $of));
            }
        }
        $this->addUpParts();
        $this->addUpShoot();
        $this->addSql(<<<'SQL'
            CREATE OR REPLACE FUNCTION touched_shoot_adds_up() RETURNS trigger LANGUAGE plpgsql AS $$
            DECLARE touched INT[];
            BEGIN
                WITH t AS (DELETE FROM shoot_touched WHERE transaction = NEW.transaction AND shoot_id = NEW.shoot_id RETURNING part) SELECT array_agg(part) INTO touched FROM t;
                IF touched IS NOT NULL THEN
                    PERFORM add_up_shoot(NEW.shoot_id, touched);
                END IF;
                RETURN NULL;
            END $$
            SQL);
        $this->addSql('SELECT add_up_shoot(id) FROM shoot ORDER BY id');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Each entry would count the whole shoot again.');
    }

    /** Frames are found by their numbers, never by their shoot: in a young ledger the planner would read all of it for each part; and each time it is planned anew, for a plan made in an empty ledger would be kept. */
    private function addUpParts(): void
    {
        $this->addSql(<<<'SQL'
            CREATE FUNCTION add_up_parts(of INT, parts INT[]) RETURNS VOID LANGUAGE plpgsql SET plan_cache_mode = force_custom_plan AS $$
            BEGIN
                WITH t AS MATERIALIZED (
                        SELECT p.part, count(DISTINCT r.id) FILTER (WHERE NOT r.along) AS frames, count(f.id) FILTER (WHERE NOT f.gone) AS files, coalesce(sum(f.bytes) FILTER (WHERE NOT f.gone), 0)::bigint AS bytes,
                            min(r.taken_at) FILTER (WHERE NOT r.along) AS taken_from, max(r.taken_at) FILTER (WHERE NOT r.along) AS taken_to, min(r.stem) FILTER (WHERE NOT r.along) AS first_name, max(r.stem) FILTER (WHERE NOT r.along) AS last_name, min(f.since) AS proven_since,
                            coalesce((array_agg(r.id ORDER BY r.taken_at, r.subsecond, r.id) FILTER (WHERE f.still))[1], (array_agg(r.id ORDER BY r.taken_at, r.subsecond, r.id) FILTER (WHERE NOT r.along))[1]) AS cover, coalesce(bool_or(f.still), false) AS has_still
                        FROM unnest(parts) AS p (part) JOIN frame r ON r.id BETWEEN p.part * 64 AND p.part * 64 + 63 AND r.shoot_id + 0 = of
                        JOIN LATERAL (SELECT l.id, l.bytes, (SELECT o.kind LIKE 'still%' FROM original o WHERE o.id = l.original_id) AS still, c.gone, c.since
                            FROM file l, LATERAL (SELECT coalesce(bool_or(state = 'let go'), false) AS gone, min(proven_at) FILTER (WHERE state = 'proven') AS since FROM copy WHERE file_id = l.id) c WHERE l.frame_id = r.id) f ON true
                        GROUP BY p.part),
                     gone AS (DELETE FROM shoot_part s WHERE s.shoot_id = of AND s.part = ANY (parts) AND s.part NOT IN (SELECT part FROM t))
                INSERT INTO shoot_part SELECT of, part, frames, files, bytes, taken_from, taken_to, first_name, last_name, proven_since, cover, has_still FROM t
                ON CONFLICT (shoot_id, part) DO UPDATE SET frames = excluded.frames, files = excluded.files, bytes = excluded.bytes, taken_from = excluded.taken_from, taken_to = excluded.taken_to, first_name = excluded.first_name, last_name = excluded.last_name, proven_since = excluded.proven_since, cover_id = excluded.cover_id, has_still = excluded.has_still;

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

    /** Whether what stood there was not so. The shoot's row is locked first: each statement after it sees what all before have entered. Without parts, all are counted. */
    private function addUpShoot(): void
    {
        $this->addSql('DROP FUNCTION add_up_shoot(INT)');
        $this->addSql(<<<'SQL'
            CREATE FUNCTION add_up_shoot(of INT, touched INT[] DEFAULT NULL) RETURNS BOOLEAN LANGUAGE plpgsql SET plan_cache_mode = force_custom_plan AS $$
            DECLARE changed INT; more INT;
            BEGIN
                PERFORM 1 FROM shoot WHERE id = of FOR NO KEY UPDATE;
                PERFORM add_up_parts(of, coalesce(touched, ARRAY(SELECT id >> 6 FROM frame WHERE shoot_id = of UNION SELECT part FROM shoot_part WHERE shoot_id = of UNION SELECT part FROM shoot_part_copies WHERE shoot_id = of)));
                UPDATE shoot s SET frames = t.frames, files = t.files, bytes = t.bytes, taken_from = t.taken_from, taken_to = t.taken_to, first_name = t.first_name, last_name = t.last_name, proven_since = t.proven_since, cover_id = t.cover
                FROM (SELECT coalesce(sum(frames), 0)::int AS frames, coalesce(sum(files), 0)::int AS files, coalesce(sum(bytes), 0)::bigint AS bytes, min(taken_from) AS taken_from, max(taken_to) AS taken_to, min(first_name) AS first_name, max(last_name) AS last_name, min(proven_since) AS proven_since,
                        (SELECT q.cover_id FROM shoot_part q JOIN frame r ON r.id = q.cover_id WHERE q.shoot_id = of ORDER BY q.has_still DESC, r.taken_at, r.subsecond, r.id LIMIT 1) AS cover
                      FROM shoot_part WHERE shoot_id = of) t
                WHERE s.id = of AND (s.frames, s.files, s.bytes, s.taken_from, s.taken_to, s.first_name, s.last_name, s.proven_since, s.cover_id) IS DISTINCT FROM (t.frames, t.files, t.bytes, t.taken_from, t.taken_to, t.first_name, t.last_name, t.proven_since, t.cover);
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
