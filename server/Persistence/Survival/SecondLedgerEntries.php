<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Row;

/**
 * The rows of another ledger, which stands restored in a database beside this one's, entered here with numbers of this ledger. Which row of theirs is
 * which here is kept (taken_in_row): what is known already is left alone, so that the same is never entered twice. PostgreSQL reads there by
 * postgres_fdw (its manual, F.38), which is gone when all is read.
 */
final readonly class SecondLedgerEntries
{
    private const SCHEMA = 'second_ledger';

    /** What of theirs is read, each into a table of this transaction, called so before its own name. */
    private const THEIRS = 'theirs_';
    private const TABLES = ['store', 'card', 'keyword', 'standing_order', 'stationery', 'kept_find', 'album', 'shoot', 'intake', 'frame', 'original', 'file', 'copy', 'proof', 'conversion', 'receipt_line', 'stage_tree', 'day_book_entry', ...self::WITHOUT_NUMBERS];
    private const WITHOUT_NUMBERS = ['judgement', 'frame_measurement', 'frame_sensor', 'frame_keyword', 'nod', 'card_reading', 'shoot_selects', 'album_frame', 'day_book_seal'];

    /** Rows from which on the planner is told of them. */
    private const MANY = 50;

    /** Of shoots these are reckoned from what is in them. */
    private const RECKONED = ['frames', 'files', 'bytes', 'taken_from', 'taken_to', 'first_name', 'last_name', 'proven_since', 'cover_id', 'aside', 'cover_chosen', 'comes_to'];

    /** Frames of theirs that are one of ours already, by the bytes of all their originals. */
    private const FRAMES_OF_BOTH = 'SELECT t.frame_id AS theirs, min(o.frame_id) AS ours FROM '.self::THEIRS.'original t JOIN '.self::THEIRS.'frame tf ON tf.id = t.frame_id AND tf.let_go_at IS NULL
        LEFT JOIN (SELECT o.frame_id, o.checksum, o.bytes FROM original o JOIN frame f ON f.id = o.frame_id AND f.let_go_at IS NULL) o ON o.checksum = t.checksum AND o.bytes = t.bytes
        GROUP BY t.frame_id HAVING bool_and(o.frame_id IS NOT NULL) AND count(DISTINCT o.frame_id) = 1';

    /** Of a copy t of theirs: its place at its store is no other file's here. */
    private const PLACE_IS_FREE = 'NOT EXISTS (SELECT 1 FROM copy x WHERE x.store_id = r_store_id.ours AND x.path = t.path)';

    public function __construct(private Connection $database, private MoveRepository $moves)
    {
    }

    /** Reads what is to be entered from the database that the other ledger stands in; for the transaction that this is asked in. */
    public function open(string $database, string $ledger, \DateTimeImmutable $dumped): void
    {
        $at = $this->database->getParams();
        $quote = static fn (string $text): string => "'".str_replace("'", "''", $text)."'";
        $this->database->executeStatement('CREATE EXTENSION IF NOT EXISTS postgres_fdw');
        $this->database->executeStatement(\sprintf('CREATE SERVER %s FOREIGN DATA WRAPPER postgres_fdw OPTIONS (host %s, port %s, dbname %s, fetch_size \'10000\')', self::SCHEMA, $quote($at['host'] ?? ''), $quote((string) ($at['port'] ?? 5432)), $quote($database)));
        $this->database->executeStatement(\sprintf('CREATE USER MAPPING FOR CURRENT_USER SERVER %s OPTIONS (user %s, password %s)', self::SCHEMA, $quote($at['user'] ?? ''), $quote($at['password'] ?? '')));
        $this->database->executeStatement('CREATE SCHEMA '.self::SCHEMA);
        $this->database->executeStatement(\sprintf('IMPORT FOREIGN SCHEMA public LIMIT TO (%2$s) FROM SERVER %1$s INTO %1$s', self::SCHEMA, implode(', ', self::TABLES)));
        foreach (self::TABLES as $table) {
            $this->database->executeStatement(\sprintf('CREATE TEMP TABLE %1$s%2$s ON COMMIT DROP AS SELECT * FROM %3$s.%2$s', self::THEIRS, $table, self::SCHEMA));
            if (!\in_array($table, self::WITHOUT_NUMBERS, true)) {
                $this->database->executeStatement(\sprintf('CREATE UNIQUE INDEX ON %1$s%2$s (id)', self::THEIRS, $table));
            }
            $this->database->executeStatement('ANALYZE '.self::THEIRS.$table);
        }
        $this->database->executeStatement('DROP SCHEMA '.self::SCHEMA.' CASCADE');
        $this->database->executeStatement('DROP SERVER '.self::SCHEMA.' CASCADE');
        $this->database->executeStatement('DROP EXTENSION postgres_fdw');
        $this->database->executeStatement('CREATE TEMP TABLE taken_now (kind text, theirs int, ours int, PRIMARY KEY (kind, theirs)) ON COMMIT DROP');
        $this->database->executeStatement('INSERT INTO taken_in (ledger, taken_at, dumped_at) VALUES (?, now(), ?) ON CONFLICT (ledger) DO UPDATE SET taken_at = excluded.taken_at, dumped_at = greatest(taken_in.dumped_at, excluded.dumped_at)', [$ledger, $dumped->format(\DATE_RFC3339_EXTENDED)]);
        $this->database->executeStatement("SELECT set_config('velvet.second', ?, true)", [$ledger]);
    }

    /** Stores that both know are one; the others are here from now on, and get what rules say. */
    public function stores(): void
    {
        $this->match('store', 'SELECT t.id, o.id FROM '.self::THEIRS.'store t JOIN store o ON o.uuid = t.uuid');
        $this->enter('store', [], ['role' => "CASE WHEN t.role = 'former' THEN t.role ELSE 'by rule' END", 'name' => self::freeName('store', 'true')]);
    }

    /** Cards, vocabulary, orders and stationery: what is the same here is one; of one name and not the same, theirs gets another. */
    public function stationery(): void
    {
        $this->match('card', 'SELECT t.id, o.id FROM '.self::THEIRS.'card t JOIN card o ON o.name = t.name');
        $this->enter('card');
        do { // those that they stand below first
            $same = $this->match('keyword', 'SELECT t.id, o.id FROM '.self::THEIRS.'keyword t LEFT JOIN taken_in_row p ON p.ledger = current_setting(\'velvet.second\') AND p.kind = \'keyword\' AND p.theirs = t.parent_id JOIN keyword o ON lower(o.word) = lower(t.word) AND o.parent_id IS NOT DISTINCT FROM p.ours WHERE t.parent_id IS NULL OR p.ours IS NOT NULL');
        } while ($same > 0);
        do {
            $new = $this->enter('keyword', ['?parent_id' => 'keyword'], [], '(t.parent_id IS NULL OR r_parent_id.ours IS NOT NULL)');
        } while ($new > 0);
        foreach (['standing_order' => ['true', 'o.document::jsonb = t.document::jsonb'], 'stationery' => ['o.kind = t.kind', 'o.document::jsonb = t.document::jsonb'], 'kept_find' => ['true', 'o.query = t.query']] as $table => [$among, $same]) {
            $this->match($table, 'SELECT t.id, o.id FROM '.self::THEIRS."$table t JOIN $table o ON $among AND lower(o.name) = lower(t.name) AND $same");
            $this->enter($table, [], ['name' => self::freeName($table, $among)] + ('kept_find' === $table ? [] : ['is_default' => 'false']));
        }
        $this->match('album', 'SELECT t.id, o.id FROM '.self::THEIRS.'album t JOIN album o ON lower(o.name) = lower(t.name)');
        $this->enter('album', [], ['cover_id' => 'NULL']);
    }

    /**
     * Shoots with what no frame of ours is already. One whose folder is a shoot's here gets a folder of its own.
     *
     * @return list<array{string, string}> folders that are in both, and what theirs is called here
     */
    public function shoots(): array
    {
        $this->match('frame', self::FRAMES_OF_BOTH);
        $renamed = [];
        foreach ($this->database->fetchAllNumeric('SELECT t.id, t.folder, t.date, t.description FROM '.self::THEIRS.'shoot t WHERE '.self::unknown('shoot').' AND EXISTS (SELECT 1 FROM shoot o WHERE lower(o.folder) = lower(t.folder)) ORDER BY t.folder, t.id') as [$id, $folder]) {
            $n = 1;
            do {
                $free = Row::word($folder).' '.++$n;
            } while (\in_array($free, $renamed, true) || true === $this->database->fetchOne('SELECT EXISTS (SELECT 1 FROM shoot o WHERE lower(o.folder) = lower(?)) OR EXISTS (SELECT 1 FROM '.self::THEIRS.'shoot o WHERE lower(o.folder) = lower(?))', [$free, $free]));
            $renamed[Row::number($id)] = $free;
        }
        $json = json_encode((object) $renamed, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
        $this->database->executeStatement('CREATE TEMP TABLE renamed_now ON COMMIT DROP AS SELECT key::int AS shoot, value AS folder FROM json_each_text(?)', [$json]);
        $folder = 'coalesce((SELECT n.folder FROM renamed_now n WHERE n.shoot = t.id), t.folder)';
        $set = array_fill_keys(self::RECKONED, null) + ['folder' => $folder, 'place' => "md5($folder || E'\\n' || t.date || E'\\n' || t.description)"];
        $this->enter('shoot', ['?home_id' => 'store'], $set, 'EXISTS (SELECT 1 FROM '.self::THEIRS.'frame f WHERE f.shoot_id = t.id AND NOT EXISTS (SELECT 1 FROM taken_in_row m WHERE '.self::mapped('frame', 'f.id', 'm').'))');
        $said = $this->database->fetchAllNumeric('SELECT t.folder, n.folder FROM renamed_now n JOIN '.self::THEIRS."shoot t ON t.id = n.shoot JOIN taken_now k ON k.kind = 'shoot' AND k.theirs = n.shoot ORDER BY 1");

        return array_map(static fn (array $row): array => [Row::word($row[0]), Row::word($row[1])], $said);
    }

    /** Receipts and frames with their files, originals and copies; of frames that are here already, copies of the same bytes. */
    public function frames(): void
    {
        $this->enter('intake', ['card_id' => 'card', 'store_id' => 'store'], [
            'state' => "CASE WHEN t.state IN ('waiting', 'running', 'paused') THEN 'stopped' ELSE t.state END",
            'stopped_because' => "CASE WHEN t.state IN ('waiting', 'running', 'paused') THEN 'It was not over when its ledger was taken in.' ELSE t.stopped_because END",
            'mirrors' => 'NULL', 'begun_with' => null, 'wish' => 'NULL',
        ]);
        // Below the folder that their shoot has here.
        $folder = static fn (string $column): string => "CASE WHEN t.$column = s.folder OR starts_with(t.$column, s.folder || '/') THEN o.folder || substr(t.$column, length(s.folder) + 1) ELSE t.$column END";
        $this->enter('frame', ['shoot_id' => 'shoot', 'intake_id' => 'intake'], ['folder' => $folder('folder'), 'aside_from' => $folder('aside_from'), 'picked_from' => $folder('picked_from')], 'true', 'JOIN '.self::THEIRS.'shoot s ON s.id = t.shoot_id JOIN shoot o ON o.id = r_shoot_id.ours');
        $this->match('original', 'SELECT t.id, min(o.id) FROM '.self::THEIRS.'original t JOIN taken_in_row f ON '.self::mapped('frame', 't.frame_id', 'f').' JOIN original o ON o.frame_id = f.ours AND o.checksum = t.checksum AND o.bytes = t.bytes GROUP BY t.id');
        $this->enter('original', ['card_id' => 'card', 'frame_id' => 'frame'], [], self::isNewFrame());
        $this->match('file', 'SELECT t.id, min(o.id) FROM '.self::THEIRS.'file t JOIN taken_in_row f ON '.self::mapped('frame', 't.frame_id', 'f').' JOIN file o ON o.frame_id = f.ours AND o.checksum = t.checksum AND o.bytes = t.bytes GROUP BY t.id');
        $this->enter('file', ['frame_id' => 'frame', '?original_id' => 'original'], [], self::isNewFrame());
        $this->match('copy', 'SELECT t.id, o.id FROM '.self::THEIRS.'copy t JOIN taken_in_row f ON '.self::mapped('file', 't.file_id', 'f').' JOIN taken_in_row s ON '.self::mapped('store', 't.store_id', 's').' JOIN copy o ON o.file_id = f.ours AND o.store_id = s.ours');
        $this->enter('copy', ['file_id' => 'file', 'store_id' => 'store'], [], "t.state <> 'owed' AND ".self::PLACE_IS_FREE);
        $this->enter('proof', ['copy_id' => 'copy'], [], "EXISTS (SELECT 1 FROM taken_now k WHERE k.kind = 'copy' AND k.theirs = t.copy_id)");
        $this->enter('conversion', ['frame_id' => 'frame', 'intake_id' => 'intake', 'file_id' => 'file', '?dng_id' => 'file'], [], self::isNewFrame());
        $this->enter('receipt_line', ['intake_id' => 'intake', '?frame_id' => 'frame', '?file_id' => 'file', '?promised_by' => 'intake'], ['outcome' => "CASE WHEN t.outcome = 'waiting' THEN 'failed' ELSE t.outcome END", 'reason' => "CASE WHEN t.outcome = 'waiting' THEN 'it had not come in when its ledger was taken in' ELSE t.reason END"]);
        $this->database->executeStatement('UPDATE intake i SET begun_with = b.ours FROM '.self::THEIRS."intake t JOIN taken_now k ON k.kind = 'intake' AND k.theirs = t.id JOIN taken_in_row b ON ".self::mapped('intake', 't.begun_with', 'b').' WHERE i.id = k.ours');
        $this->database->executeStatement('UPDATE shoot s SET cover_chosen = c.ours FROM '.self::THEIRS."shoot t JOIN taken_now k ON k.kind = 'shoot' AND k.theirs = t.id JOIN taken_in_row c ON ".self::mapped('frame', 't.cover_chosen', 'c').' WHERE s.id = k.ours');
    }

    /** What is said of frames: where both say something, ours stays; keywords and albums are those of both. */
    public function said(): void
    {
        foreach (['judgement' => ['frame_id' => 'frame'], 'frame_measurement' => ['frame_id' => 'frame'], 'frame_sensor' => ['frame_id' => 'frame'], 'frame_keyword' => ['frame_id' => 'frame', 'keyword_id' => 'keyword'], 'nod' => ['card_id' => 'card'], 'card_reading' => ['card_id' => 'card'], 'shoot_selects' => ['shoot_id' => 'shoot']] as $table => $of) {
            $this->add($table, $of, 'shoot_selects' === $table ? ['frames' => 'NULL'] : []);
        }
        $this->add('album_frame', ['album_id' => 'album', 'frame_id' => 'frame'], ['position' => '(SELECT coalesce(max(a.position), 0) FROM album_frame a WHERE a.album_id = r_album_id.ours) + row_number() OVER (PARTITION BY t.album_id ORDER BY t.position)']);
        $this->enter('stage_tree', ['shoot_id' => 'shoot', '?store_id' => 'store'], [], "EXISTS (SELECT 1 FROM taken_now k WHERE k.kind = 'shoot' AND k.theirs = t.shoot_id)");
        $this->enter('day_book_entry', ['?intake_id' => 'intake', '?card_id' => 'card', '?shoot_id' => 'shoot', '?store_id' => 'store']);
    }

    public function hasNews(): bool
    {
        return true === $this->database->fetchOne('SELECT EXISTS (SELECT 1 FROM taken_now)');
    }

    /** Copies of frames that came in, and lie elsewhere than these are called here, are to be moved. */
    public function follow(): void
    {
        $this->moves->renamed($this->entered('frame'));
    }

    /** @return list<int> the numbers here of what was entered now */
    public function entered(string $kind): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT ours FROM taken_now WHERE kind = ? ORDER BY ours', [$kind]));
    }

    /** @return array{frames: int, files: int, places: int, receipts: string, seal: string} frames that were here already, files of these that are not, copies at places that are taken here; what else is told */
    public function told(): array
    {
        $count = fn (string $query): int => Row::number($this->database->fetchOne($query));
        $seal = $this->database->fetchOne('SELECT digest FROM '.self::THEIRS.'day_book_seal ORDER BY position DESC LIMIT 1');
        $receipts = $this->database->fetchNumeric("SELECT min(theirs), max(theirs), min(ours), max(ours) FROM taken_now WHERE kind = 'intake'");
        $span = static fn (mixed $from, mixed $to): string => Row::number($from) === Row::number($to) ? (string) Row::number($from) : Row::number($from).' to '.Row::number($to);
        $ofBoth = "SELECT theirs FROM taken_in_row WHERE ledger = current_setting('velvet.second') AND kind = 'frame' AND NOT is_new";

        return [
            'frames' => $count("SELECT count(*) FROM ($ofBoth) m"),
            'files' => $count('SELECT count(*) FROM '.self::THEIRS."file t WHERE t.frame_id IN ($ofBoth) AND ".self::unknown('file')),
            'places' => $count('SELECT count(*) FROM '.self::THEIRS."copy t WHERE t.state <> 'owed' AND ".self::unknown('copy').' AND EXISTS (SELECT 1 FROM taken_in_row f WHERE '.self::mapped('file', 't.file_id', 'f').')'),
            'receipts' => false === $receipts || null === $receipts[0] ? '' : $span($receipts[0], $receipts[1]).' are '.$span($receipts[2], $receipts[3]),
            'seal' => \is_string($seal) ? $seal : '',
        ];
    }

    /** Rows of theirs that are one with rows of ours; what is known already stays as it is known. */
    private function match(string $kind, string $query): int
    {
        return $this->planned((int) $this->database->executeStatement("INSERT INTO taken_in_row (ledger, kind, theirs, ours, is_new) SELECT DISTINCT ON (m.theirs) current_setting('velvet.second'), '$kind', m.theirs, m.ours, false FROM ($query) m (theirs, ours) ORDER BY m.theirs, m.ours ON CONFLICT DO NOTHING"));
    }

    /**
     * Rows that are not known yet, each with a number of this ledger.
     *
     * @param array<string, string>      $of    column => kind of what it is of; with a "?" before it where that may be nothing here
     * @param array<string, string|null> $set   column => what it is here, in SQL; null where it is what it is by itself
     * @param string                     $which of rows t of theirs, in SQL
     */
    private function enter(string $table, array $of = [], array $set = [], string $which = 'true', string $join = ''): int
    {
        $joins = self::joins($of).' '.$join;
        $new = (int) $this->database->executeStatement("INSERT INTO taken_now (kind, theirs, ours) SELECT '$table', n.id, nextval(pg_get_serial_sequence('$table', 'id'))::int FROM (SELECT t.id FROM ".self::THEIRS."$table t $joins WHERE ".self::unknown($table)." AND $which ORDER BY t.id) n ON CONFLICT DO NOTHING");
        $this->database->executeStatement("INSERT INTO taken_in_row (ledger, kind, theirs, ours, is_new) SELECT current_setting('velvet.second'), kind, theirs, ours, true FROM taken_now WHERE kind = '$table' ON CONFLICT DO NOTHING");
        $this->planned($new);
        [$columns, $values] = $this->columns($table, $of, $set + ['id' => 'k.ours']);

        return $this->planned((int) $this->database->executeStatement("INSERT INTO $table ($columns) SELECT $values FROM ".self::THEIRS."$table t JOIN taken_now k ON k.kind = '$table' AND k.theirs = t.id $joins WHERE NOT EXISTS (SELECT 1 FROM $table x WHERE x.id = k.ours) ORDER BY k.ours"), $table);
    }

    /** A plan that was made for empty tables goes through all of them for each row. */
    private function planned(int $rows, string $table = 'taken_in_row, taken_now'): int
    {
        if ($rows >= self::MANY) {
            $this->database->executeStatement("ANALYZE $table");
        }

        return $rows;
    }

    /**
     * Rows without numbers of their own; where one stands here already it stays.
     *
     * @param array<string, string> $of  as enter()
     * @param array<string, string> $set
     */
    private function add(string $table, array $of, array $set = []): void
    {
        [$columns, $values] = $this->columns($table, $of, $set);
        $this->database->executeStatement("INSERT INTO $table ($columns) SELECT $values FROM ".self::THEIRS."$table t ".self::joins($of).' ON CONFLICT DO NOTHING');
    }

    /**
     * @param array<string, string>      $of
     * @param array<string, string|null> $set
     *
     * @return array{string, string} columns, and what is entered in them
     */
    private function columns(string $table, array $of, array $set): array
    {
        $values = [];
        foreach ($this->database->fetchFirstColumn("SELECT column_name FROM information_schema.columns WHERE table_schema = 'public' AND table_name = ? ORDER BY ordinal_position", [$table]) as $column) {
            $column = Row::word($column);
            if (\array_key_exists($column, $set)) {
                $values['"'.$column.'"'] = $set[$column];
            } else {
                $values['"'.$column.'"'] = isset($of[$column]) || isset($of["?$column"]) ? "r_$column.ours" : 't."'.$column.'"';
            }
        }
        $values = array_filter($values, \is_string(...));

        return [implode(', ', array_keys($values)), implode(', ', $values)];
    }

    /** @param array<string, string> $of */
    private static function joins(array $of): string
    {
        $joins = '';
        foreach ($of as $column => $kind) {
            $may = '?' === $column[0] ? 'LEFT JOIN' : 'JOIN';
            $column = ltrim($column, '?');
            $joins .= " $may taken_in_row r_$column ON ".self::mapped($kind, "t.$column", "r_$column");
        }

        return $joins;
    }

    /** Of a row t of theirs, in SQL: its name, or where that is taken here, with what is behind it. */
    private static function freeName(string $table, string $among): string
    {
        return "(SELECT f.name FROM generate_series(0, 999) n, LATERAL (SELECT t.name || CASE n WHEN 0 THEN '' WHEN 1 THEN ' (taken in)' ELSE ' (taken in ' || n || ')' END AS name) f WHERE NOT EXISTS (SELECT 1 FROM $table o WHERE $among AND lower(o.name) = lower(f.name)) ORDER BY n LIMIT 1)";
    }

    private static function mapped(string $kind, string $theirs, string $as): string
    {
        return "$as.ledger = current_setting('velvet.second') AND $as.kind = '$kind' AND $as.theirs = $theirs";
    }

    /** Of a row t of theirs. */
    private static function unknown(string $kind): string
    {
        return 'NOT EXISTS (SELECT 1 FROM taken_in_row u WHERE '.self::mapped($kind, 't.id', 'u').')';
    }

    private static function isNewFrame(): string
    {
        return 'EXISTS (SELECT 1 FROM taken_in_row g WHERE '.self::mapped('frame', 't.frame_id', 'g').' AND g.is_new)';
    }
}
