<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\Decision;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Copies\StepKind;
use VelvetLedger\Server\Persistence\Copies\StepState;
use VelvetLedger\Server\Persistence\Row;

/** Has stores be owed copies of what shoots hold, by where these are to lie; or owed nothing of it any more. */
final readonly class OwingRepository
{
    /** Of a file f of a frame r, in SQL: it is the ledger's yet. */
    private const IS_KEPT = "r.let_go_at IS NULL AND NOT EXISTS (SELECT 1 FROM copy y WHERE y.file_id = f.id AND y.state = '".CopyState::LetGo->value."')";

    /** Of a frame r, in SQL: somebody dropped it. */
    private const IS_DROPPED = "(r.aside_from IS NOT NULL OR coalesce((SELECT coalesce(j.decision, '') = '".Decision::Drop->value."' FROM judgement j WHERE j.frame_id = r.id), coalesce((r.stamp->>'rating')::int, (r.facts->>'rating')::int) = -1, false))";

    public function __construct(private Connection $database, private MoveRepository $moves, private PlacingRepository $places, private bool $areHeld = false)
    {
    }

    /** The same, for one who holds the shoots' rows, so that nobody names their frames anew: then no frame is waited for, for these are locked before shoots. */
    public function ofHeldShoots(): self
    {
        return new self($this->database, $this->moves, $this->places, true);
    }

    /**
     * A store is owed every file of these shoots that it does not have.
     *
     * @param list<int> $shoots
     * @param string    $because why it is not there yet, without a full stop
     * @param bool      $back    also what left it, or is to leave it: where a person asks for that; a rule alone brings nothing back
     *
     * @return int copies that it is owed anew
     */
    public function owe(int $store, array $shoots, string $because, bool $withoutDropped = false, bool $back = false): int
    {
        return [] === $shoots ? 0 : $this->enter($store, 'r.shoot_id IN (?)', $shoots, $because, $withoutDropped, $back);
    }

    /**
     * The same of frames, as they come in or go to another shoot.
     *
     * @param list<int> $frames
     */
    public function oweFrames(int $store, array $frames, string $because): int
    {
        return [] === $frames ? 0 : $this->enter($store, 'r.id IN (?)', $frames, $because, false, false);
    }

    /**
     * What a store would be owed of each shoot, if it were owed all of it.
     *
     * @param list<int> $shoots
     *
     * @return array<int, array{files: int, bytes: int}> by shoot, where anything
     */
    public function lacking(int $store, array $shoots, bool $withoutDropped = false): array
    {
        $found = [];
        foreach ([] === $shoots ? [] : $this->database->fetchAllNumeric('SELECT r.shoot_id, count(*), sum(f.bytes)
            FROM frame r
            JOIN file f ON f.frame_id = r.id
            WHERE r.shoot_id IN (?) AND '.self::IS_KEPT.($withoutDropped ? ' AND NOT '.self::IS_DROPPED : '').' AND NOT EXISTS (SELECT 1 FROM copy x WHERE x.file_id = f.id AND x.store_id = ? AND x.state '.CopyState::BELONGS_THERE.')
            GROUP BY 1', [$shoots, $store], [ArrayParameterType::INTEGER]) as [$shoot, $files, $bytes]) {
            $found[Row::number($shoot)] = ['files' => Row::number($files), 'bytes' => Row::number($bytes)];
        }

        return $found;
    }

    /**
     * Copies that were owed to a store, and never made there, are not owed any more; what is to leave there stays.
     *
     * @param list<int> $shoots
     */
    public function callOff(int $store, array $shoots): int
    {
        return [] === $shoots ? 0 : (int) $this->database->executeStatement("DELETE FROM copy c
            USING file f, frame r
            WHERE f.id = c.file_id AND r.id = f.frame_id AND r.shoot_id IN (?) AND c.store_id = ? AND c.state = 'owed' AND c.checksum IS NULL AND NOT EXISTS (SELECT 1 FROM proof p WHERE p.copy_id = c.id)", [$shoots, $store], [ArrayParameterType::INTEGER]);
    }

    /**
     * Every store that these shoots are to lie at, by the rules as they are, is owed what it does not have of them.
     *
     * @param list<int> $shoots
     * @param bool      $back   as owe()
     *
     * @return array<int, int> store => copies that it is owed anew
     */
    public function settle(array $shoots, string $because, bool $back = false): array
    {
        return array_filter(array_map(fn (array $of): int => $this->oweBoth($of, $because, $back), $this->wanted($this->places->places($shoots))), static fn (int $owed): bool => $owed > 0);
    }

    /** One store is owed what the rules have it have. */
    public function settleAt(int $store, string $because): int
    {
        $of = $this->wanted($this->places->places())[$store] ?? null;

        return null === $of ? 0 : $this->oweBoth($of, $because, false);
    }

    /**
     * @param array<int, Whereabouts> $places
     *
     * @return array<int, array{store: int, all: list<int>, kept: list<int>}> by store: shoots that it is to have all of, and those of which it is not to have what was dropped
     */
    private function wanted(array $places): array
    {
        $wanted = [];
        $rules = $this->places->rules();
        foreach ($places as $shoot => $place) {
            foreach ($rules->wanted($place) as $store => $withoutDropped) {
                $wanted[$store] ??= ['store' => $store, 'all' => [], 'kept' => []];
                $wanted[$store][$withoutDropped ? 'kept' : 'all'][] = $shoot;
            }
        }

        return $wanted;
    }

    /** @param array{store: int, all: list<int>, kept: list<int>} $of */
    private function oweBoth(array $of, string $because, bool $back): int
    {
        return $this->owe($of['store'], $of['all'], $because, false, $back) + $this->owe($of['store'], $of['kept'], $because, true, $back);
    }

    /** @param list<int> $of */
    private function enter(int $store, string $which, array $of, string $because, bool $withoutDropped, bool $back): int
    {
        return $this->database->transactional(function () use ($store, $which, $of, $because, $withoutDropped, $back): int {
            if (!$this->areHeld) { // whoever gives these frames another name just now is waited for, or waits
                $this->database->executeStatement("SELECT 1 FROM frame r WHERE $which ORDER BY r.id FOR SHARE", [$of], [ArrayParameterType::INTEGER]);
            }
            $wanted = "$which AND ".self::IS_KEPT.($withoutDropped ? ' AND NOT '.self::IS_DROPPED : '');
            $path = MoveRepository::freePlace('?::int', MoveRepository::path('r', 'f'));
            $came = $back ? $this->comeBack($store, $which, $wanted, $path, $of, $because) : 0;
            $new = (int) $this->database->executeStatement("INSERT INTO copy (file_id, store_id, path, state, because)
                SELECT f.id, ?::int, $path, 'owed', ?
                FROM frame r
                JOIN file f ON f.frame_id = r.id
                WHERE $wanted AND NOT EXISTS (SELECT 1 FROM copy x WHERE x.file_id = f.id AND x.store_id = ?)
                ORDER BY r.id, f.id", [$store, $store, $because, $of, $store], [3 => ArrayParameterType::INTEGER]);
            $this->moves->strayed($store, $which, $of);

            return $came + $new;
        });
    }

    /**
     * What left a store, or is to leave it, is to be there.
     *
     * @param list<int> $of
     */
    private function comeBack(int $store, string $which, string $wanted, string $path, array $of, string $because): int
    {
        $this->database->executeStatement("UPDATE step w SET state = '".StepState::CalledOff->value."', done_at = now()
            FROM copy c, file f, frame r
            WHERE w.copy_id = c.id AND f.id = c.file_id AND r.id = f.frame_id AND w.store_id = ? AND w.kind = '".StepKind::Leave->value."' AND w.state ".StepState::IS_OWED." AND $which", [$store, $of], [1 => ArrayParameterType::INTEGER]);

        return (int) $this->database->executeStatement("UPDATE copy c SET state = 'owed', because = ?, path = $path
            FROM file f, frame r
            WHERE f.id = c.file_id AND r.id = f.frame_id AND c.store_id = ? AND c.state = 'left' AND $wanted", [$because, $store, $store, $of], [3 => ArrayParameterType::INTEGER]);
    }
}
