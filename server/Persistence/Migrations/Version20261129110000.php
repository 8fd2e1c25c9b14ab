<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * What shoots come to is added up anew where a transaction ends that touched them, by one function, and never carried along.
 * Whoever touched a shoot writes down only that: no row of sums is held while copies are waited for, so whoever changes
 * files and whoever changes copies cannot wait for each other; and whoever ends later adds up what the one before entered.
 */
final class Version20261129110000 extends AbstractMigration
{
    /** Table => the shoots that a row of its transition tables is of, in SQL; $rows is put in its place. */
    private const SHOOTS = [
        'frame' => 'SELECT shoot_id FROM (%s) t',
        'file' => 'SELECT r.shoot_id FROM (%s) t JOIN frame r ON r.id = t.frame_id',
        'copy' => 'SELECT r.shoot_id FROM (%s) t JOIN file f ON f.id = t.file_id JOIN frame r ON r.id = f.frame_id',
    ];

    /** What of a row tells in the sums. */
    private const TELLING = ['frame' => 'shoot_id, stem, taken_at, subsecond', 'file' => 'frame_id, bytes', 'copy' => 'file_id, store_id, state, proven_at'];

    public function getDescription(): string
    {
        return 'Sums of shoots are added up where a transaction ends';
    }

    public function up(Schema $schema): void
    {
        foreach (['insert', 'update', 'delete'] as $event) {
            $this->addSql("DROP TRIGGER copies_add_up_on_$event ON copy");
            $this->addSql("DROP FUNCTION copies_add_up_on_$event()");
        }
        $this->addSql('DROP TRIGGER file_sizes_add_up ON file');
        $this->addSql('DROP FUNCTION file_sizes_add_up()');
        $this->addUp();
        $this->addSql('CREATE UNLOGGED TABLE shoot_touched (transaction XID8 NOT NULL, shoot_id INT NOT NULL, PRIMARY KEY (transaction, shoot_id))');
        foreach (self::SHOOTS as $table => $shoots) {
            $telling = self::TELLING[$table];
            $rows = [
                'insert' => ['SELECT * FROM new_rows', 'NEW TABLE AS new_rows'],
                'delete' => ['SELECT * FROM old_rows', 'OLD TABLE AS old_rows'],
                'update' => ["SELECT $telling FROM ((SELECT id, $telling FROM new_rows EXCEPT SELECT id, $telling FROM old_rows) UNION ALL (SELECT id, $telling FROM old_rows EXCEPT SELECT id, $telling FROM new_rows)) d", 'NEW TABLE AS new_rows OLD TABLE AS old_rows'],
            ];
            foreach ($rows as $event => [$of, $tables]) {
                $this->addSql(\sprintf("CREATE FUNCTION {$table}_touches_on_$event() RETURNS trigger LANGUAGE plpgsql AS \$\$ BEGIN INSERT INTO shoot_touched SELECT DISTINCT pg_current_xact_id(), shoot_id FROM ($shoots) s ON CONFLICT DO NOTHING; RETURN NULL; END \$\$", $of));
                $this->addSql("CREATE TRIGGER {$table}_touches_on_$event AFTER $event ON $table REFERENCING $tables FOR EACH STATEMENT EXECUTE FUNCTION {$table}_touches_on_$event()");
            }
        }
        $this->addSql('CREATE FUNCTION touched_shoot_adds_up() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN DELETE FROM shoot_touched WHERE transaction = NEW.transaction AND shoot_id = NEW.shoot_id; PERFORM add_up_shoot(NEW.shoot_id); RETURN NULL; END $$');
        $this->addSql('CREATE CONSTRAINT TRIGGER touched_shoot_adds_up AFTER INSERT ON shoot_touched DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION touched_shoot_adds_up()');
        $this->addSql('SELECT add_up_shoot(id) FROM shoot ORDER BY id');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Sums would be carried along again.');
    }

    /** Whether what stood there was not so. The shoot's row is locked first: each statement after it sees what all before have entered. */
    private function addUp(): void
    {
        $this->addSql(<<<'SQL'
            CREATE FUNCTION add_up_shoot(of INT) RETURNS BOOLEAN LANGUAGE plpgsql AS $$
            DECLARE changed INT; more INT;
            BEGIN
                PERFORM 1 FROM shoot WHERE id = of FOR NO KEY UPDATE;
                UPDATE shoot s SET frames = t.frames, files = t.files, bytes = t.bytes, taken_from = t.taken_from, taken_to = t.taken_to, first_name = t.first_name, last_name = t.last_name, proven_since = t.proven_since, cover_id = t.cover
                FROM (SELECT count(DISTINCT r.id) AS frames, count(f.id) FILTER (WHERE NOT f.gone) AS files, coalesce(sum(f.bytes) FILTER (WHERE NOT f.gone), 0)::bigint AS bytes,
                        min(r.taken_at) AS taken_from, max(r.taken_at) AS taken_to, min(r.stem) AS first_name, max(r.stem) AS last_name, min(f.since) AS proven_since,
                        coalesce((array_agg(r.id ORDER BY r.taken_at, r.subsecond, r.id) FILTER (WHERE f.still))[1], (array_agg(r.id ORDER BY r.taken_at, r.subsecond, r.id))[1]) AS cover
                      FROM frame r JOIN LATERAL (SELECT l.id, l.bytes, (SELECT o.kind LIKE 'still%' FROM original o WHERE o.id = l.original_id) AS still, c.gone, c.since
                        FROM file l, LATERAL (SELECT coalesce(bool_or(state = 'let go'), false) AS gone, min(proven_at) FILTER (WHERE state = 'proven') AS since FROM copy WHERE file_id = l.id) c WHERE l.frame_id = r.id) f ON true
                      WHERE r.shoot_id = of) t
                WHERE s.id = of AND (s.frames, s.files, s.bytes, s.taken_from, s.taken_to, s.first_name, s.last_name, s.proven_since, s.cover_id) IS DISTINCT FROM (t.frames, t.files, t.bytes, t.taken_from, t.taken_to, t.first_name, t.last_name, t.proven_since, t.cover);
                GET DIAGNOSTICS changed = ROW_COUNT;
                WITH t AS MATERIALIZED (SELECT c.store_id, c.state, count(*)::int AS copies, sum(f.bytes)::bigint AS bytes FROM frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id WHERE r.shoot_id = of GROUP BY 1, 2),
                     gone AS (DELETE FROM shoot_copies s WHERE s.shoot_id = of AND NOT EXISTS (SELECT 1 FROM t WHERE t.store_id = s.store_id AND t.state = s.state) RETURNING 1),
                     there AS (INSERT INTO shoot_copies AS s (shoot_id, store_id, state, copies, bytes) SELECT of, t.store_id, t.state, t.copies, t.bytes FROM t ON CONFLICT (shoot_id, store_id, state) DO UPDATE SET copies = excluded.copies, bytes = excluded.bytes WHERE (s.copies, s.bytes) <> (excluded.copies, excluded.bytes) RETURNING 1)
                SELECT (SELECT count(*) FROM gone) + (SELECT count(*) FROM there) INTO more;
                RETURN changed + more > 0;
            END $$
            SQL);
    }
}
