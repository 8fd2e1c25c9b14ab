<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\TakenFromTwin;
use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Row;

/** What clearing a card asks of the ledger: what is known of the files on it, the copies of those, and what was nodded to. */
final readonly class ClearanceRepository
{
    /** What is known of the files of a card. A nod counts where it was given after it was first said that a file cannot be read. */
    private const KNOWN = "SELECT path, bytes, modified_at, (array_agg(checksum ORDER BY rank DESC) FILTER (WHERE checksum IS NOT NULL))[1] AS checksum, (array_agg(unreadable ORDER BY rank DESC) FILTER (WHERE unreadable IS NOT NULL))[1] AS unreadable, max(twin) AS twin, max(agreed) AS agreed, bool_or(left_out) AS left_out, bool_or(nodded) AND coalesce(max(at) FILTER (WHERE nodded) >= min(at) FILTER (WHERE NOT nodded), true) AS nodded FROM (
            SELECT o.path, o.bytes, o.modified_at, o.checksum, NULL AS unreadable, NULL AS twin, NULL::bigint AS agreed, false AS left_out, false AS nodded, NULL::timestamptz AS at, o.id::bigint AS rank FROM original o WHERE o.card_id = :card
            UNION ALL SELECT path, bytes, modified_at, checksum, because, NULL, NULL, false, false, CASE WHEN because IS NOT NULL THEN read_at END, 1000000000000 FROM card_reading WHERE card_id = :card
            UNION ALL SELECT path, bytes, modified_at, NULL, NULL, NULL, NULL, false, true, at, 0 FROM nod WHERE card_id = :card
            UNION ALL SELECT l.path, l.bytes, l.modified_at, NULL, CASE WHEN l.outcome = 'unreadable' THEN l.reason END, l.twin, l.twin_agreed, l.outcome = 'left out', false, CASE WHEN l.outcome <> 'left out' THEN i.asked_at END, l.id FROM receipt_line l JOIN intake i ON i.id = l.intake_id WHERE i.card_id = :card AND (l.outcome IN ('unreadable', 'left out') OR l.twin IS NOT NULL)) t
        GROUP BY path, bytes, modified_at ORDER BY path, max(rank)";

    public function __construct(private Connection $database, private Locks $locks)
    {
    }

    /** @return array<string, KnownOnCard> by path; of two files that stood at one path, the later */
    public function ofCard(Card $card): array
    {
        $known = [];
        foreach ($this->database->iterateAssociative(self::KNOWN, ['card' => $card->id()]) as $row) {
            $text = Row::of($row)->textOrNull(...);
            $known[$text('path') ?? ''] = new KnownOnCard(Row::number($row['bytes']), Row::number($row['modified_at']), $text('checksum'), null === $text('checksum') ? $text('unreadable') : null, null === $text('twin') ? null : new TakenFromTwin($text('twin'), '', Row::numberOrNull($row['agreed'])), true === $row['left_out'], true === $row['nodded']);
        }

        return $known;
    }

    /**
     * Copies, at the stores in use, of the files whose original has this checksum. A DNG is one where the raw is in it, or where the order takes it for the raw.
     *
     * @param list<string> $checksums
     *
     * @return iterable<array{checksum: string, print: string, store: int, path: string, bytes: int, proven: bool, provenOn: string}>
     */
    public function copies(array $checksums): iterable
    {
        foreach (array_chunk($checksums, 5000) as $some) {
            foreach ($this->database->iterateAssociative("SELECT o.checksum, o.quick_print, c.store_id, c.path, f.bytes, c.state = 'proven' AS proven, c.proven_at::date::text AS proven_on
                FROM original o
                JOIN file f ON f.original_id = o.id
                JOIN copy c ON c.file_id = f.id
                JOIN store s ON s.id = c.store_id
                WHERE o.checksum IN (?) AND ".StoreRole::IN_USE.' AND c.state '.CopyState::LIES_THERE.'
                AND NOT EXISTS (SELECT 1 FROM conversion v WHERE v.dng_id = f.id AND NOT v.embeds AND NOT v.instead)', [$some], [ArrayParameterType::STRING]) as $row) {
                yield ['checksum' => Row::word($row['checksum']), 'print' => Row::word($row['quick_print']), 'store' => Row::number($row['store_id']), 'path' => Row::word($row['path']), 'bytes' => Row::number($row['bytes']), 'proven' => true === $row['proven'], 'provenOn' => \is_string($row['proven_on']) ? $row['proven_on'] : ''];
            }
        }
    }

    /**
     * Of these originals those of which no frame is held any more, for every one was let go for good.
     *
     * @param list<string> $checksums
     *
     * @return array<string, string> checksum => quick print
     */
    public function letGo(array $checksums): array
    {
        $found = [];
        foreach (array_chunk($checksums, 5000) as $some) {
            foreach ($this->database->fetchAllNumeric('SELECT o.checksum, min(o.quick_print)
                FROM original o
                JOIN frame r ON r.id = o.frame_id
                WHERE o.checksum IN (?)
                GROUP BY 1
                HAVING bool_and(r.let_go_at IS NOT NULL)', [$some], [ArrayParameterType::STRING]) as [$checksum, $print]) {
                $found[Row::word($checksum)] = Row::word($print);
            }
        }

        return $found;
    }

    /** @return array<array-key, mixed> the document of the standing order that the card was last brought in by; empty where there is none */
    public function lastOrder(Card $card): array
    {
        $order = $this->database->fetchOne('SELECT standing_order
            FROM intake
            WHERE card_id = ?
            ORDER BY id DESC LIMIT 1', [$card->id()]);
        $document = \is_string($order) ? json_decode($order, true) : [];

        return \is_array($document) ? $document : [];
    }

    /** @return list<string> paths of raws whose order clears their card only when they are converted, and which wait for that */
    public function waitingForDng(Card $card): array
    {
        return array_values(array_filter($this->database->fetchFirstColumn("SELECT o.path
            FROM original o
            JOIN file f ON f.original_id = o.id
            JOIN conversion v ON v.file_id = f.id
            JOIN intake i ON i.id = v.intake_id
            WHERE o.card_id = ? AND v.state = 'waiting'
            AND (i.standing_order->'dng'->>'cardWaits')::boolean
            ORDER BY 1", [$card->id()]), \is_string(...)));
    }

    /** @return list<string> of shoots that a card's files came to: why second copies are not to be made yet, or not of all, in words */
    public function secondCopies(Card $card): array
    {
        return array_map(static fn (array $row): string => true === $row[1] ? SecondCopy::OF_KEPT : SecondCopy::from(Row::word($row[0]))->inWords(), $this->database->fetchAllNumeric('SELECT DISTINCT s.second_copy, s.second_copy_at IS NOT NULL
            FROM original o
            JOIN frame r ON r.id = o.frame_id
            JOIN shoot s ON s.id = r.shoot_id
            WHERE o.card_id = ? AND s.second_copy <> ? AND (s.second_copy_at IS NULL OR s.second_copy = ?)
            ORDER BY 1, 2', [$card->id(), SecondCopy::AtOnce->value, SecondCopy::KeptAfterLook->value]));
    }

    /** @return array<string, int> path on the card => bytes, of what was cut off there when it came in */
    public function cutOff(Card $card): array
    {
        $found = [];
        foreach ($this->database->fetchAllKeyValue('SELECT l.path, l.bytes
            FROM receipt_line l
            JOIN intake i ON i.id = l.intake_id
            WHERE i.card_id = ? AND l.incomplete IS NOT NULL
            ORDER BY l.id', [$card->id()]) as $path => $bytes) {
            $found[(string) $path] = Row::number($bytes);
        }

        return $found;
    }

    public function nod(Card $card, CardFile $file): void
    {
        $this->database->executeStatement('INSERT INTO nod (card_id, path, bytes, modified_at, at)
            VALUES (?, ?, ?, ?, now())
            ON CONFLICT (card_id, path) DO UPDATE
            SET bytes = excluded.bytes, modified_at = excluded.modified_at, at = excluded.at', [$card->id(), $file->text(), $file->bytes, $file->modifiedAt]);
    }

    /**
     * Takes back the nods to these files, or to all of the card.
     *
     * @param list<string> $paths
     */
    public function takeBack(Card $card, array $paths): int
    {
        return (int) $this->database->executeStatement('DELETE FROM nod
            WHERE card_id = ?
            AND (? OR path IN (?))', [$card->id(), [] === $paths, $paths], [1 => ParameterType::BOOLEAN, 2 => ArrayParameterType::STRING]);
    }

    public function askToCompare(Card $card): void
    {
        $this->database->executeStatement('INSERT INTO card_check (card_id, asked_at)
            VALUES (?, now())
            ON CONFLICT (card_id) DO UPDATE
            SET asked_at = now(), ended_at = NULL, files = 0, bytes = 0, files_read = 0, bytes_read = 0, stopped_because = NULL', [$card->id()]);
    }

    public function takeComparison(Card $card): bool
    {
        return $this->locks->take(Lock::Comparison, $card->id());
    }

    public function releaseComparison(Card $card): void
    {
        $this->locks->release(Lock::Comparison, $card->id());
    }

    /**
     * What it is of: what is left to be read when it begins.
     *
     * @return array{int, int} files and bytes, as they were said when it began
     */
    public function comparisonIsOf(Card $card, int $files, int $bytes): array
    {
        $row = $this->database->fetchNumeric('UPDATE card_check SET files = CASE WHEN files = 0 THEN ? ELSE greatest(files, ?) END, bytes = CASE WHEN files = 0 THEN ? ELSE greatest(bytes, ?) END
            WHERE card_id = ?
            RETURNING files, bytes', [$files, $files, $bytes, $bytes, $card->id()]);

        return [Row::numberOrNull($row[0] ?? null) ?? $files, Row::numberOrNull($row[1] ?? null) ?? $bytes];
    }

    /** @return list<string> names of the cards, see CardIdentity, of which a comparison was asked for that has not ended, and nobody is at */
    public function comparing(): array
    {
        $names = [];
        foreach ($this->database->fetchAllKeyValue('SELECT c.id, c.name
            FROM card_check k
            JOIN card c ON c.id = k.card_id
            WHERE k.ended_at IS NULL
            ORDER BY 1') as $card => $name) {
            if (\is_string($name) && !$this->locks->isTaken(Lock::Comparison, (int) $card)) {
                $names[] = $name;
            }
        }

        return $names;
    }

    /** @param array{files?: int, bytes?: int, files_read?: int, bytes_read?: int, stopped_because?: string|null, ended_at?: string} $how */
    public function compared(Card $card, array $how): void
    {
        $this->database->update('card_check', $how, ['card_id' => $card->id()]);
    }

    /** @return array<string, mixed>|null how far the last comparison of a card with the ledger is */
    public function comparison(Card $card): ?array
    {
        $row = $this->database->fetchAssociative('SELECT * FROM card_check WHERE card_id = ?', [$card->id()]);

        return false === $row ? null : $row;
    }
}
