<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Receipt\CopiesAt;
use VelvetLedger\Server\Persistence\Row;

/** What stores hold, added up as the database keeps it. */
final readonly class StoreSumsRepository
{
    public function __construct(private Connection $database)
    {
    }

    /** @return array<string, array{int, int}> state => copies, bytes */
    public function byState(int $store): array
    {
        $sums = [];
        foreach ($this->database->fetchAllNumeric('SELECT state, sum(copies), sum(bytes)
            FROM shoot_copies
            WHERE store_id = ?
            GROUP BY 1', [$store]) as [$state, $copies, $bytes]) {
            $sums[Row::word($state)] = [Row::number($copies), Row::number($bytes)];
        }

        return $sums;
    }

    /** @return array<string, int> month of the last proof, "2026-05" => copies */
    public function months(int $store): array
    {
        $months = [];
        foreach ($this->database->fetchAllKeyValue("SELECT month, sum(copies)
            FROM shoot_copies
            WHERE store_id = ? AND state = 'proven' AND month <> ''
            GROUP BY 1
            ORDER BY 1", [$store]) as $month => $copies) {
            $months[(string) $month] = Row::number($copies);
        }

        return $months;
    }

    public function oldestProof(int $store): ?string
    {
        $at = $this->database->fetchOne("SELECT min(oldest)
            FROM shoot_copies
            WHERE store_id = ? AND state = 'proven'", [$store]);

        return \is_string($at) ? $at : null;
    }

    /** Bytes that the last card brought in had on it. */
    public function lastCard(): ?int
    {
        $bytes = $this->database->fetchOne("SELECT sum(bytes)
            FROM receipt_line
            WHERE outcome = 'brought in' AND intake_id = (SELECT max(id) FROM intake WHERE state = 'done')");

        return Row::numberOrNull($bytes);
    }

    /**
     * How many proven copies each file of shoots has at the least, at stores in use: a copy that is bad here and another that is bad there leave each file with one.
     *
     * @param array<int, list<CopiesAt>> $copies by shoot, see ofShoots; files are counted only where any is owed or bad
     *
     * @return array<int, int> by shoot
     */
    public function fewest(array $copies): array
    {
        $fewest = array_map(\count(...), $copies);
        $shoots = array_keys(array_filter($copies, static fn (array $at): bool => [] !== array_filter($at, static fn (CopiesAt $one): bool => $one->owed + $one->bad > 0)));
        foreach ([] === $shoots ? [] : $this->database->fetchAllKeyValue("SELECT t.shoot_id, min(t.copies)
            FROM (SELECT r.shoot_id, f.id, count(c.id) FILTER (WHERE c.state = 'proven' AND ".StoreRole::IN_USE.") AS copies FROM frame r JOIN file f ON f.frame_id = r.id LEFT JOIN copy c ON c.file_id = f.id LEFT JOIN store s ON s.id = c.store_id WHERE r.shoot_id IN (?) AND r.let_go_at IS NULL GROUP BY 1, 2 HAVING count(c.id) FILTER (WHERE c.state = 'let go') = 0) t
            GROUP BY 1", [$shoots], [ArrayParameterType::INTEGER]) as $shoot => $copies) {
            $fewest[(int) $shoot] = Row::number($copies);
        }

        return $fewest;
    }

    /**
     * How many copies of shoots there are where, by state.
     *
     * @param list<int> $shoots
     *
     * @return array<int, list<CopiesAt>> by shoot
     */
    public function ofShoots(array $shoots): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric("SELECT c.shoot_id, s.name, coalesce(sum(c.copies) FILTER (WHERE c.state = 'proven'), 0), coalesce(sum(c.copies) FILTER (WHERE c.state = 'owed'), 0), coalesce(sum(c.copies) FILTER (WHERE c.state ".CopyState::IS_BAD."), 0)
            FROM shoot_copies c
            JOIN store s ON s.id = c.store_id
            JOIN shoot h ON h.id = c.shoot_id
            WHERE c.shoot_id IN (?) AND c.state <> 'left' AND ".StoreRole::IN_USE.'
            GROUP BY c.shoot_id, s.id, s.name, h.home_id
            HAVING sum(c.copies) > 0
            ORDER BY s.id IS NOT DISTINCT FROM h.home_id DESC, s.id', [$shoots], [ArrayParameterType::INTEGER]) as [$shoot, $store, $proven, $owed, $bad]) {
            $found[Row::number($shoot)][] = new CopiesAt(Row::word($store), Row::number($proven), Row::number($owed), Row::number($bad));
        }

        return $found;
    }

    /** Bytes of copies that are to be made at a store, and are not made yet. */
    public function owedBytes(LedgerStore $store): int
    {
        return Row::number($this->database->fetchOne("SELECT coalesce(sum(bytes), 0) FROM shoot_copies WHERE store_id = ? AND state = 'owed'", [$store->id()]));
    }

    /** Bytes of one copy of everything that is held: what a new store is owed. */
    public function bytesOfAll(): int
    {
        return Row::number($this->database->fetchOne("SELECT (SELECT coalesce(sum(bytes), 0) FROM shoot) + (SELECT coalesce(sum(f.bytes), 0) FROM frame r JOIN file f ON f.frame_id = r.id WHERE r.aside_from IS NOT NULL AND r.let_go_at IS NULL AND NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.state = 'let go'))"));
    }
}
