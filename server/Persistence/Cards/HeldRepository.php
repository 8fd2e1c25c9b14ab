<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\HeldFrame;
use VelvetLedger\Core\Held\HeldSpan;
use VelvetLedger\Core\Held\InLedger;
use VelvetLedger\Core\Held\LetGoAs;
use VelvetLedger\Core\Held\PromisedBy;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;

/** Asks the ledger which of a card's files it holds, by size, by quick print, by exposure, and which an intake under way has promised. */
final readonly class HeldRepository
{
    private const HELD = "r.id AS frame_id, r.shoot_id, c.path, c.proven_at, c.state = 'proven' AND ".StoreRole::IN_USE.' AS is_there, '.StepRepository::TO_MEND.' AS comes_back, s.name AS store, i.asked_at AS since';
    private const COPY = ' JOIN intake i ON i.id = r.intake_id JOIN copy c ON c.file_id = f.id AND c.state '.CopyState::LIES_THERE.' JOIN store s ON s.id = c.store_id';
    /** Of several copies, and of several frames of the same bytes, one that is there, at its shoot's home before others; else the earliest. */
    private const BEST = '8 * ('.StoreRole::IN_USE.")::int + 4 * (c.state = 'proven')::int + 2 * (".StepRepository::TO_MEND.')::int + (s.id IS NOT DISTINCT FROM (SELECT h.home_id FROM shoot h WHERE h.id = r.shoot_id))::int';

    /** Of the frame's files, and of those that are on their way. */
    private const ENDINGS = "(SELECT string_agg(e.ending, chr(10)) FROM (SELECT lower(f.ending) AS ending FROM file f WHERE f.frame_id = r.id UNION SELECT lower(substring(l.name FROM '\\.[^.]*$')) FROM receipt_line l WHERE l.frame_id = r.id AND l.outcome = 'waiting') e)";

    public function __construct(private Connection $database, private ShootRepository $shoots)
    {
    }

    /**
     * @param list<int> $sizes bytes
     *
     * @return array<int, true> those of them that occur in the ledger, or in what is promised
     */
    public function sizes(array $sizes): array
    {
        $found = $this->database->fetchFirstColumn(
            "SELECT bytes
                FROM original
                WHERE bytes = ANY(CAST(? AS bigint[]))
                UNION
                SELECT bytes
                FROM receipt_line
                WHERE outcome = 'waiting' AND bytes = ANY(CAST(? AS bigint[]))",
            array_fill(0, 2, ArrayLiteral::of($sizes)),
        );

        return array_fill_keys(Row::numbers($found), true);
    }

    /**
     * @param list<string> $prints
     *
     * @return array<string, list<HeldAs>> quick print => what is held of it, what is there before what is not, then the earliest first
     */
    public function byPrint(array $prints): array
    {
        $held = [];
        foreach ($this->rows('SELECT *
            FROM (SELECT DISTINCT ON (o.quick_print, r.id) o.quick_print AS key, '.self::HELD.', '.self::BEST.' AS best, o.id AS original
                FROM original o
                JOIN file f ON f.original_id = o.id
                JOIN frame r ON r.id = o.frame_id AND r.let_go_at IS NULL'.self::COPY.'
                WHERE o.quick_print = ANY(CAST(? AS text[]))
                ORDER BY o.quick_print, r.id, best DESC, o.id) t
            ORDER BY best DESC, original', $prints) as [$key, $as]) {
            $held[$key][] = $as;
        }

        return $held;
    }

    /**
     * @param list<string> $prints
     *
     * @return array<string, LetGoAs> quick print => what was held of it, and is let go for good; the latest
     */
    public function letGo(array $prints): array
    {
        $found = [];
        foreach ([] === $prints ? [] : $this->database->fetchAllNumeric('SELECT o.quick_print, r.stem, r.let_go_at::date::text
            FROM original o
            JOIN frame r ON r.id = o.frame_id
            WHERE o.quick_print = ANY(CAST(? AS text[])) AND r.let_go_at IS NOT NULL
            ORDER BY r.let_go_at', [ArrayLiteral::of($prints)]) as [$print, $stem, $on]) {
            $found[Row::word($print)] = new LetGoAs(Row::word($stem), Row::word($on));
        }

        return $found;
    }

    /**
     * @param list<string> $identities
     *
     * @return array<string, HeldAs> exposure identity => the earliest frame of it
     */
    public function byExposure(array $identities): array
    {
        $held = [];
        foreach ($this->rows('SELECT DISTINCT ON (r.exposure_identity) r.exposure_identity AS key, '.self::HELD.', '.self::BEST.' AS best
            FROM frame r
            JOIN file f ON f.frame_id = r.id'.self::COPY.'
            WHERE r.exposure_identity = ANY(CAST(? AS text[])) AND r.let_go_at IS NULL
            ORDER BY r.exposure_identity, best DESC, r.id, f.ending, f.id', $identities) as [$key, $as]) {
            $held[$key] = $as;
        }

        return $held;
    }

    /**
     * @param list<string> $prints
     *
     * @return array<string, PromisedBy> quick print => the earliest intake under way that waits to bring it in
     */
    public function promised(array $prints): array
    {
        $promised = [];
        $rows = [] === $prints ? [] : $this->database->fetchAllAssociative('SELECT l.quick_print, i.id, i.source_label
            FROM receipt_line l
            JOIN intake i ON i.id = l.intake_id
            WHERE l.quick_print = ANY(CAST(? AS text[])) AND l.outcome = \''.Outcome::Waiting->value.'\' AND i.state '.IntakeState::IS_UNDER_WAY.'
            ORDER BY i.id', [ArrayLiteral::of($prints)]);
        foreach ($rows as $row) {
            $promised[Row::word($row['quick_print'])] ??= new PromisedBy(Row::number($row['id']), Row::word($row['source_label']), Row::word($row['quick_print']));
        }

        return $promised;
    }

    /**
     * What an intake under way has promised of a card and may not have read yet.
     *
     * @param string $card its name, see CardIdentity
     *
     * @return array<string, array{int, string}> path on the card, as PathText => number of the receipt, label of its card
     */
    public function promisedOf(string $card): array
    {
        $promised = [];
        $rows = $this->database->fetchAllAssociative('SELECT l.path, i.id, i.source_label
            FROM card c
            JOIN intake i ON i.card_id = c.id
            JOIN receipt_line l ON l.intake_id = i.id
            WHERE c.name = ? AND i.state '.IntakeState::IS_UNDER_WAY.' AND l.outcome = ?', [$card, Outcome::Waiting->value]);
        foreach ($rows as $row) {
            $promised[Row::word($row['path'])] = [Row::number($row['id']), Row::word($row['source_label'])];
        }

        return $promised;
    }

    /**
     * Frames that intakes under way bring in and of which nothing is there yet.
     *
     * @param list<string> $identities
     *
     * @return array<string, HeldFrame> exposure identity => the earliest
     */
    public function coming(array $identities): array
    {
        $found = [];
        foreach ([] === $identities ? [] : $this->database->fetchAllAssociative('SELECT r.exposure_identity, r.id, r.shoot_id, r.folder, r.stem, '.self::ENDINGS.' AS endings
            FROM frame r
            JOIN intake i ON i.id = r.intake_id
            WHERE i.state '.IntakeState::IS_UNDER_WAY.' AND r.exposure_identity = ANY(CAST(? AS text[]))
            AND NOT EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id)
            ORDER BY r.id', [ArrayLiteral::of($identities)]) as $row) {
            $found[self::text($row, 'exposure_identity')] ??= self::frame($row);
        }

        return $found;
    }

    /** @param array<string, mixed> $row */
    private static function frame(array $row): HeldFrame
    {
        return new HeldFrame(self::int($row, 'id'), self::int($row, 'shoot_id'), self::text($row, 'folder'), self::text($row, 'stem'), explode("\n", self::text($row, 'endings')));
    }

    /** Another after every intake that began or ended, and after all else that the day book tells of. */
    public function revision(): int
    {
        $last = $this->database->fetchOne('SELECT max(id) FROM day_book_entry');

        return Row::numberOrNull($last) ?? 0;
    }

    /**
     * Where frames lie, and what the ledger has of days.
     *
     * @param list<int>    $numbers of frames
     * @param list<string> $days    "2026-05-04"
     */
    public function places(array $numbers, array $days): InLedger
    {
        $frames = $shoots = $spans = [];
        foreach ([] === $numbers ? [] : $this->database->fetchAllAssociative('SELECT r.id, r.shoot_id, r.folder, r.stem, '.self::ENDINGS.' AS endings
            FROM frame r
            WHERE r.id = ANY(CAST(? AS bigint[]))', [ArrayLiteral::of($numbers)]) as $row) {
            $frames[self::int($row, 'id')] = self::frame($row);
            $shoots[self::int($row, 'shoot_id')] = true;
        }
        $seconds = static fn (string $local): int => (new \DateTimeImmutable($local, new \DateTimeZone('UTC')))->getTimestamp();
        foreach ($this->database->fetchAllAssociative('SELECT r.shoot_id, r.body, r.serial, min(r.taken_at) AS first, max(r.taken_at) AS last
            FROM shoot s
            JOIN frame r ON r.shoot_id = s.id
            WHERE s.date IN (?) AND s.files > 0 AND r.body IS NOT NULL
            AND EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id)
            GROUP BY 1, 2, 3', [$days], [ArrayParameterType::STRING]) as $row) {
            $spans[] = new HeldSpan(self::int($row, 'shoot_id'), Body::called(self::text($row, 'body'), self::text($row, 'serial')), $seconds(self::text($row, 'first')), $seconds(self::text($row, 'last')));
            $shoots[self::int($row, 'shoot_id')] = true;
        }

        return new InLedger($frames, $this->shoots->allToJoin(array_keys($shoots)), $spans);
    }

    /**
     * What orders left on a card that they took the rest of a frame from.
     *
     * @param string $card its name, see CardIdentity
     *
     * @return array<string, array{int, int, int}> path on the card, as PathText => bytes, time of the file, receipt
     */
    public function leftByOrders(string $card): array
    {
        $left = [];
        foreach ($this->database->fetchAllAssociative("SELECT l.path, l.bytes, l.modified_at, max(i.id) AS receipt
            FROM card c
            JOIN intake i ON i.card_id = c.id
            JOIN receipt_line l ON l.intake_id = i.id
            WHERE c.name = ? AND l.outcome = 'left out' AND l.by_order AND i.state <> 'taken back'
            GROUP BY 1, 2, 3", [$card]) as $row) {
            $left[self::text($row, 'path')] = [self::int($row, 'bytes'), self::int($row, 'modified_at'), self::int($row, 'receipt')];
        }

        return $left;
    }

    /** @param array<string, mixed> $row */
    private static function int(array $row, string $key): int
    {
        return Row::of($row)->int($key);
    }

    /** @param array<string, mixed> $row */
    private static function text(array $row, string $key): string
    {
        return \is_string($row[$key] ?? null) ? $row[$key] : '';
    }

    /**
     * @param list<string> $keys
     *
     * @return iterable<array{string, HeldAs}>
     */
    private function rows(string $query, array $keys): iterable
    {
        foreach ([] === $keys ? [] : $this->database->fetchAllAssociative($query, [ArrayLiteral::of($keys)]) as $row) {
            yield [Row::word($row['key']), new HeldAs(Row::word($row['path']), substr(self::text($row, 'since'), 0, 10), Row::number($row['frame_id']), self::int($row, 'shoot_id'), true === $row['is_there'], self::text($row, 'store'), substr(self::text($row, 'proven_at'), 0, 10), true === $row['comes_back'])];
        }
    }
}
