<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Receipt\Conversions;
use VelvetLedger\Core\Receipt\CopiesAt;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Receipt\Sum;
use VelvetLedger\Core\Receipt\Summary;
use VelvetLedger\Server\Persistence\Cards\Card;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Row;

/** Finds receipts and their lines, and adds them up: one under way line by line, one that has ended from what was added up then. */
final readonly class ReceiptRepository
{
    public const PAGE = 20;

    public function __construct(private EntityManagerInterface $ledger, private ConversionRepository $conversions)
    {
    }

    public function find(int $number): Intake
    {
        return $this->ledger->find(Intake::class, $number) ?? throw NotInLedger::receipt($number);
    }

    /**
     * The latest first.
     *
     * @param int|null $before a receipt's number
     *
     * @return list<Intake> at most a page, and one more where there are more
     */
    public function page(?int $before): array
    {
        $query = $this->ledger->createQueryBuilder()->select('i', 's')->from(Intake::class, 'i')->join('i.store', 's')->orderBy('i.id', 'DESC')->setMaxResults(self::PAGE + 1);
        if (null !== $before) {
            $query->where('i.id < :before')->setParameter('before', $before);
        }
        $found = $query->getQuery()->getResult();

        return \is_array($found) ? array_values(array_filter($found, static fn (mixed $one): bool => $one instanceof Intake)) : [];
    }

    /** @return non-empty-list<Intake> itself and those that were begun with it, in order */
    public function together(Intake $intake): array
    {
        $found = null === $intake->begunWith() ? [] : $this->ledger->getRepository(Intake::class)->findBy(['begunWith' => $intake->begunWith()], ['id' => 'ASC']);

        return [] === $found ? [$intake] : $found;
    }

    /** @return list<Intake> waiting, running, or stopped by nobody's wish: all that a page that shows what runs must know */
    public function underWay(): array
    {
        return $this->ledger->getRepository(Intake::class)->findBy(['state' => [IntakeState::Waiting, IntakeState::Running]], ['id' => 'ASC']);
    }

    public function summary(Intake $intake): Summary
    {
        return $intake->state()->isUnderWay() ? $this->addUp($intake) : $intake->summary();
    }

    /** From the lines as they are now. */
    public function addUp(Intake $intake): Summary
    {
        $rows = $this->ledger->getConnection()->fetchAllAssociative(
            'SELECT outcome, kind = ? AS unlisted, count(*) AS files, count(DISTINCT frame_key) AS frames, coalesce(sum(bytes), 0) AS bytes
                FROM receipt_line
                WHERE intake_id = ?
                GROUP BY 1, 2
                ORDER BY 1',
            [Kind::Folder->value, $intake->id()],
        );
        $number = Row::number(...);
        $sums = [];
        $unlisted = 0;
        foreach ($rows as $row) {
            $outcome = \is_string($row['outcome']) ? Outcome::tryFrom($row['outcome']) : null;
            if (true === $row['unlisted']) {
                $unlisted += $number($row['files']);
            } elseif (null !== $outcome) {
                $sums[] = new Sum($outcome, $number($row['files']), $number($row['frames']), $number($row['bytes']));
            }
        }

        return new Summary($sums, $unlisted);
    }

    /** @return list<ReceiptLine> in order; of these outcomes only, where any are given */
    public function lines(Intake $intake, Outcome ...$outcomes): array
    {
        return $this->ledger->getRepository(ReceiptLine::class)->findBy(['intake' => $intake] + ([] === $outcomes ? [] : ['outcome' => $outcomes]), ['position' => 'ASC']);
    }

    /** @return array<int, LineNow> by line: of those whose files are called, lie or belong otherwise than was promised */
    public function changedSince(Intake $intake): array
    {
        $found = [];
        foreach ($this->ledger->getConnection()->fetchAllAssociative('SELECT l.id, r.folder, r.stem || f.ending AS name, s.date, s.description, s.folder AS shoot_folder
            FROM receipt_line l
            JOIN file f ON f.id = l.file_id
            JOIN frame r ON r.id = f.frame_id
            JOIN shoot s ON s.id = r.shoot_id
            WHERE l.intake_id = ? AND (r.folder, r.stem || f.ending, s.date, s.description, s.folder) IS DISTINCT FROM (l.folder, l.name, l.shoot_date, l.shoot_description, l.shoot_folder)', [$intake->id()]) as $columns) {
            $row = Row::of($columns);
            $found[$row->int('id')] = new LineNow($row->text('folder'), $row->text('name'), new LineShoot($row->text('date'), $row->text('description'), $row->text('shoot_folder')));
        }

        return $found;
    }

    /** @return list<WaitingFile> what is still to be copied, in order */
    public function waiting(int $intake): array
    {
        $rows = $this->ledger->getConnection()->fetchAllAssociative('SELECT l.id, l.frame_id, l.path, l.kind, l.bytes, l.modified_at, l.quick_print, l.folder, l.name, l.again, l.twin, f.stem, f.stamp IS NOT NULL AS is_to_be_stamped
            FROM receipt_line l
            LEFT JOIN frame f ON f.id = l.frame_id
            WHERE l.intake_id = ? AND l.outcome = ?
            ORDER BY l.position', [$intake, Outcome::Waiting->value]);

        return array_map(WaitingFile::ofRow(...), $rows);
    }

    /** @return list<array{receipt: int, card: string, state: IntakeState, files: int}> intakes that were stopped or paused, with how many files of each still wait and did not come in otherwise, the latest first */
    public function held(): array
    {
        $found = [];
        foreach ($this->ledger->getConnection()->fetchAllAssociative("SELECT i.id, i.source_label, i.state, count(l.id) AS files
            FROM intake i
            JOIN receipt_line l ON l.intake_id = i.id AND l.outcome = 'waiting'
            WHERE i.state IN (?, ?)
            AND NOT EXISTS (SELECT 1 FROM original o WHERE o.card_id = i.card_id AND o.path = l.path AND o.bytes = l.bytes AND o.modified_at = l.modified_at)
            GROUP BY i.id
            ORDER BY i.id DESC", [IntakeState::Stopped->value, IntakeState::Paused->value]) as $columns) {
            $row = Row::of($columns);
            $found[] = ['receipt' => $row->int('id'), 'card' => $row->text('source_label'), 'state' => IntakeState::from($row->text('state')), 'files' => $row->int('files')];
        }

        return $found;
    }

    /** @return list<int> intakes of a card that stopped, and still wait for files */
    public function stoppedOf(Card $card): array
    {
        return Row::numbers($this->ledger->getConnection()->fetchFirstColumn("SELECT id
            FROM intake i
            WHERE card_id = ? AND state = 'stopped'
            AND EXISTS (SELECT 1 FROM receipt_line l WHERE l.intake_id = i.id AND l.outcome = 'waiting')
            ORDER BY id", [$card->id()]));
    }

    /** @return list<CopiesAt> of what it brought in and was not let go since, store by store, the main one first */
    public function copies(Intake $intake): array
    {
        $rows = $this->ledger->getConnection()->fetchAllAssociative("SELECT s.name, count(*) FILTER (WHERE c.state = 'proven') AS proven, count(*) FILTER (WHERE c.state = 'owed') AS owed, count(*) FILTER (WHERE c.state ".CopyState::IS_BAD.") AS bad
            FROM receipt_line l
            JOIN copy c ON c.file_id = l.file_id
            JOIN store s ON s.id = c.store_id
            JOIN frame r ON r.id = l.frame_id
            WHERE l.intake_id = ? AND l.outcome = 'brought in' AND r.let_go_at IS NULL AND ".StoreRole::IN_USE.'
            GROUP BY s.id, s.name
            HAVING count(*) FILTER (WHERE c.state <> \'left\') > 0
            ORDER BY s.id = ? DESC, s.id', [$intake->id(), $intake->store->id()]);
        $number = Row::number(...);

        return array_map(static fn (array $row): CopiesAt => new CopiesAt(\is_string($row['name']) ? $row['name'] : '', $number($row['proven']), $number($row['owed']), $number($row['bad'])), $rows);
    }

    /** @return array{Conversions, list<array{string, string}>}|null what became of its raws, and of which not; null where its order makes no DNGs */
    public function conversions(Intake $intake): ?array
    {
        $sum = $this->conversions->sum($intake->id());

        return 0 === $sum->asked ? null : [$sum, 0 === $sum->refused ? [] : $this->conversions->refusedOf($intake->id())];
    }

    /** How many files came in that were cut off on their card already. */
    public function cutOff(Intake $intake): int
    {
        $count = $this->ledger->getConnection()->fetchOne("SELECT count(*)
            FROM receipt_line
            WHERE intake_id = ? AND incomplete IS NOT NULL AND outcome = 'brought in'", [$intake->id()]);

        return Row::number($count);
    }

    /** How many files came in from another card, in place of what could not be read on their own. */
    public function fromTwins(Intake $intake): int
    {
        $count = $this->ledger->getConnection()->fetchOne("SELECT count(*)
            FROM receipt_line
            WHERE intake_id = ? AND twin IS NOT NULL AND outcome = 'brought in'", [$intake->id()]);

        return Row::number($count);
    }

    /** How many of the files that came in are of frames that were let go for good since. */
    public function letGo(Intake $intake): int
    {
        return Row::number($this->ledger->getConnection()->fetchOne("SELECT count(*)
            FROM receipt_line l
            JOIN frame r ON r.id = l.frame_id
            WHERE l.intake_id = ? AND l.outcome = 'brought in' AND r.let_go_at IS NOT NULL", [$intake->id()]));
    }

    /** How many files came in with a stamp, or have got one since. */
    public function stamped(Intake $intake): int
    {
        $count = $this->ledger->getConnection()->fetchOne("SELECT count(*)
            FROM receipt_line l
            JOIN file f ON f.id = l.file_id
            JOIN frame r ON r.id = f.frame_id
            WHERE l.intake_id = ? AND l.outcome = 'brought in' AND f.making = 'stamped' AND r.let_go_at IS NULL", [$intake->id()]);

        return Row::number($count);
    }

    /** @return list<int> frames of the files that came in last, the latest first */
    public function landed(Intake $intake): array
    {
        return Row::numbers($this->ledger->getConnection()->fetchFirstColumn("SELECT frame_id
            FROM receipt_line
            WHERE intake_id = ? AND outcome = 'brought in' AND kind LIKE 'still%' AND frame_id IS NOT NULL
            GROUP BY 1
            ORDER BY max(position) DESC LIMIT 12", [$intake->id()]));
    }

    /** @return iterable<list<mixed>> of every line: path, kind, bytes, outcome, reason, folder, name, XXH128, SHA-256, when proven, its copies in words */
    public function table(Intake $intake): iterable
    {
        foreach ($this->ledger->getConnection()->iterateNumeric("SELECT l.path, l.kind, l.bytes, l.outcome, l.reason, coalesce(r.folder, l.folder), coalesce(r.stem || f.ending, l.name), l.checksum, f.sha256, l.proven_at,
            (SELECT string_agg(s.name || ': ' || c.state || ', ' || c.path || CASE WHEN ".StoreRole::IN_USE." THEN '' ELSE ' (used no more)' END, '; ' ORDER BY s.id <> i.store_id, s.id) FROM copy c JOIN store s ON s.id = c.store_id WHERE c.file_id = l.file_id AND c.state <> 'left')
            FROM receipt_line l LEFT JOIN file f ON f.id = l.file_id LEFT JOIN frame r ON r.id = f.frame_id JOIN intake i ON i.id = l.intake_id WHERE l.intake_id = ? ORDER BY l.position", [$intake->id()]) as $row) {
            yield $row;
        }
    }

    /** @return list<string> folders that its files go to, from the store's root */
    public function foldersOf(Intake $intake): array
    {
        return array_values(array_filter($this->ledger->getConnection()->fetchFirstColumn('SELECT DISTINCT folder
            FROM receipt_line
            WHERE intake_id = ? AND folder IS NOT NULL', [$intake->id()]), \is_string(...)));
    }

    /**
     * Settles what one receipt left to another: what has come in is held; what its intake ended without has failed here.
     * Those of which any line was settled are summed up anew.
     */
    public function settlePromises(): void
    {
        // A run that was cut off before it read the ends of its files: they are those that the same card has there since.
        $this->ledger->getConnection()->executeStatement("UPDATE receipt_line l SET quick_print = o.quick_print
            FROM intake i, original o
            WHERE i.id = l.intake_id AND i.state = 'stopped' AND l.outcome = 'waiting' AND l.quick_print IS NULL AND NOT l.again
            AND o.card_id = i.card_id AND (o.path, o.bytes, o.modified_at) = (l.path, l.bytes, l.modified_at)");
        $settled = $this->ledger->getConnection()->fetchFirstColumn(
            "WITH left_open AS MATERIALIZED (
                SELECT l.id, l.outcome, l.quick_print FROM receipt_line l WHERE l.outcome = 'promised'
                UNION ALL SELECT l.id, l.outcome, l.quick_print FROM receipt_line l WHERE l.outcome = 'failed' AND l.folder IS NULL
                UNION ALL SELECT l.id, l.outcome, l.quick_print FROM intake i JOIN receipt_line l ON l.intake_id = i.id AND l.outcome = 'waiting' AND NOT l.again WHERE i.state = 'stopped'),
             come AS MATERIALIZED (SELECT l.id, l.outcome, (SELECT c.path FROM original o JOIN file f ON f.original_id = o.id JOIN copy c ON c.file_id = f.id AND c.state ".CopyState::LIES_THERE." WHERE o.quick_print = l.quick_print ORDER BY o.id, c.id LIMIT 1) AS path FROM left_open l),
             settled AS (
                UPDATE receipt_line l SET outcome = 'held', reason = 'held since ' || to_char(now(), 'Dy FMDD FMMonth YYYY') || ' as ' || come.path
                FROM come WHERE come.path IS NOT NULL AND l.id = come.id AND l.outcome = come.outcome RETURNING l.intake_id),
             broken AS (
                UPDATE receipt_line l SET outcome = 'failed', reason = 'receipt ' || l.promised_by || ' was to bring it in and did not; begin again from this card, and it is offered'
                WHERE l.outcome = 'promised' AND NOT EXISTS (SELECT 1 FROM original o WHERE o.quick_print = l.quick_print)
                  AND EXISTS (SELECT 1 FROM intake i WHERE i.id = l.promised_by AND i.state IN ('stopped', 'done', 'taken back')) RETURNING l.intake_id)
             SELECT intake_id FROM settled UNION SELECT intake_id FROM broken ORDER BY 1",
        );

        foreach ($settled as $id) {
            // What a stopped intake promised and another brought in has no frame of its own any more.
            $this->ledger->getConnection()->executeStatement("DELETE FROM frame r
                WHERE intake_id = ?
                AND NOT EXISTS (SELECT 1 FROM original o WHERE o.frame_id = r.id)
                AND NOT EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id)
                AND NOT EXISTS (SELECT 1 FROM receipt_line l WHERE l.frame_id = r.id AND l.outcome IN ('waiting', 'failed', 'unreadable', 'promised'))", [$id]);
            $receipt = $this->find(Row::number($id));
            $receipt->sumUp($this->addUp($receipt));
        }
    }
}
