<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Placing\BesideWanted;
use VelvetLedger\Core\Placing\PlacedWork;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\PlacingRules;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Core\Placing\WhichWork;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Row;

/** Owns "placing_rule", and of "shoot" where it lies: its home, the one that it comes to, whether it is filed, finished, and has its second copies. */
final readonly class PlacingRepository
{
    public function __construct(private Connection $database, private BesideRepository $beside)
    {
    }

    /** The last of them is what stores are for by themselves. */
    public function rules(): PlacingRules
    {
        $of = [StoreRole::Main->value => [], StoreRole::Mirror->value => [], StoreRole::OffSite->value => [], StoreRole::Archive->value => []];
        foreach ($this->database->fetchAllNumeric('SELECT s.id, s.role
            FROM store s
            WHERE '.StoreRole::IN_USE.'
            ORDER BY s.id') as [$store, $role]) {
            $of[Row::word($role)][] = Row::number($store);
        }
        $special = array_map(static function (array $columns): PlacingRule {
            $row = Row::of($columns);
            $stores = static fn (string $key): array => Row::numbers(array_values((array) json_decode($row->text($key), true)));

            return PlacingRule::of($row->int('id'), WhichWork::of($row->text('kind_of_work'), $row->text('by_order'), $row->intOrNull('from_year'), $row->intOrNull('to_year')), $row->int('main_id'), $stores('mirrors'), $stores('archives'), BesideWanted::read(json_decode($row->text('beside'), true), $row->int('earlier_days')));
        }, $this->database->fetchAllAssociative('SELECT id, kind_of_work, by_order, from_year, to_year, main_id, mirrors, archives, beside, earlier_days
            FROM placing_rule
            ORDER BY position, id'));

        return new PlacingRules($special, PlacingRule::ofAll($of[StoreRole::Main->value][0] ?? 0, [...$of[StoreRole::Mirror->value], ...$of[StoreRole::OffSite->value]], $of[StoreRole::Archive->value], $this->besideOfAll()));
    }

    /** What else is kept of work that no rule takes. */
    public function keepBeside(BesideWanted $beside): void
    {
        $this->database->executeStatement('UPDATE placing_all SET beside = ?, earlier_days = ?', [json_encode($beside->document(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $beside->days]);
    }

    private function besideOfAll(): BesideWanted
    {
        $row = $this->database->fetchNumeric('SELECT beside, earlier_days FROM placing_all');

        return false === $row ? BesideWanted::nothing() : BesideWanted::read(json_decode(Row::word($row[0]), true), Row::number($row[1]));
    }

    /** @param list<PlacingRule> $rules in their order: these and no others */
    public function keep(array $rules): void
    {
        $this->database->transactional(function () use ($rules): void {
            $this->database->executeStatement('DELETE FROM placing_rule');
            foreach ($rules as $position => $rule) {
                $this->database->insert('placing_rule', [...null === $rule->id ? [] : ['id' => $rule->id], 'position' => $position, 'kind_of_work' => $rule->which->kind, 'by_order' => $rule->which->order, 'from_year' => $rule->which->fromYear, 'to_year' => $rule->which->toYear, 'main_id' => $rule->main, 'mirrors' => json_encode($rule->mirrors, \JSON_THROW_ON_ERROR), 'archives' => json_encode($rule->archives, \JSON_THROW_ON_ERROR), 'beside' => json_encode($rule->beside->document(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'earlier_days' => $rule->beside->days]);
            }
        });
    }

    /**
     * @param list<int>|null $of these; all where it is null
     *
     * @return array<int, Whereabouts> by shoot
     */
    public function places(?array $of = null): array
    {
        $found = [];
        // "+ 0": the first of the shoot's frames is looked for among these, not among all frames in order of their numbers.
        foreach ($this->database->fetchAllAssociative("SELECT s.id, s.date, s.home_id, s.comes_to, s.filed_at IS NOT NULL AS is_filed, s.second_copy, s.second_copy_at IS NOT NULL AS is_asked_for,
                work_of(s) AS kind, coalesce(i.name, '') AS by_order
            FROM shoot s
            LEFT JOIN LATERAL (SELECT i.standing_order->>'name' AS name FROM intake i WHERE i.id = (SELECT r.intake_id FROM frame r WHERE r.shoot_id = s.id ORDER BY r.id + 0 LIMIT 1)) i ON true
            WHERE ".(null === $of ? 'EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.id AND r.let_go_at IS NULL)' : 's.id IN (?)').'
            ORDER BY s.id', null === $of ? [] : [$of], null === $of ? [] : [ArrayParameterType::INTEGER]) as $columns) {
            $row = Row::of($columns);
            $found[$row->int('id')] = new Whereabouts($row->int('id'), PlacedWork::of($row->text('kind'), $row->text('by_order'), $row->text('date')), $row->intOrNull('home_id'), $row->intOrNull('comes_to'), $row->bool('is_filed'), SecondCopy::from($row->text('second_copy')), $row->bool('is_asked_for'));
        }

        return $found;
    }

    public function place(int $shoot): Whereabouts
    {
        return $this->places([$shoot])[$shoot] ?? throw NotInLedger::shoot($shoot);
    }

    /** The store that a shoot's main copies lie at. */
    public function home(int $shoot): ?int
    {
        $home = $this->database->fetchOne('SELECT home_id FROM shoot WHERE id = ?', [$shoot]);

        return false === $home ? null : Row::numberOrNull($home);
    }

    /** @return list<int> frames that came in with an intake */
    public function cameIn(int $intake): array
    {
        return Row::numbers($this->database->fetchFirstColumn("SELECT DISTINCT frame_id
            FROM receipt_line
            WHERE intake_id = ? AND outcome = '".Outcome::BroughtIn->value."' AND frame_id IS NOT NULL
            ORDER BY 1", [$intake]));
    }

    /**
     * @param list<int> $frames
     *
     * @return array<string, array{int, list<int>}> where it lies => shoot, and those of them that are of it
     */
    public function ofFrames(array $frames): array
    {
        $found = [];
        foreach ([] === $frames ? [] : $this->database->fetchAllNumeric("SELECT r.shoot_id, r.id, s.id || ' ' || coalesce(s.home_id, 0) || ' ' || coalesce(s.comes_to, 0) || ' ' || (s.filed_at IS NOT NULL) || ' ' || (s.second_copy_at IS NOT NULL)
            FROM frame r
            JOIN shoot s ON s.id = r.shoot_id
            WHERE r.id = ANY(CAST(? AS int[]))
            ORDER BY 1, 2", [ArrayLiteral::of($frames)]) as [$shoot, $frame, $lies]) {
            $found[Row::word($lies)] ??= [Row::number($shoot), []];
            $found[Row::word($lies)][1][] = Row::number($frame);
        }

        return $found;
    }

    /**
     * Shoots that nobody gave a home to yet get this one: they came with an intake, or an older ledger had them.
     *
     * @return list<int>
     */
    public function settle(int $store, SecondCopy $second = SecondCopy::AtOnce): array
    {
        return Row::numbers($this->database->fetchFirstColumn('UPDATE shoot SET home_id = ?, second_copy = ?
            WHERE home_id IS NULL
            RETURNING id', [$store, $second->value]));
    }

    /** @param list<int> $shoots */
    public function comeTo(array $shoots, ?int $store): void
    {
        $this->database->executeStatement('UPDATE shoot SET comes_to = ?
            WHERE id IN (?)', [$store, $shoots], [1 => ArrayParameterType::INTEGER]);
    }

    /** @param list<int> $shoots */
    public function liveAt(array $shoots, int $store): void
    {
        foreach ($shoots as $shoot) {
            $this->beside->comesHome($shoot, $store, $this->home($shoot));
        }
        $this->database->executeStatement('UPDATE shoot SET home_id = ?, comes_to = NULL
            WHERE id IN (?)', [$store, $shoots], [1 => ArrayParameterType::INTEGER]);
    }

    /** All whose home is one store have it at another from now on. */
    public function moveHomes(int $from, int $to): void
    {
        $this->liveAt($this->atHome($from), $to);
        $this->database->executeStatement('UPDATE shoot SET comes_to = ? WHERE comes_to = ?', [$to, $from]);
    }

    /**
     * A store is used no more: of shoots whose home it was that one is their home which has most of them.
     *
     * @return int how many
     */
    public function leaveHome(int $store): int
    {
        $this->database->executeStatement('UPDATE shoot SET comes_to = NULL WHERE comes_to = ?', [$store]);
        $homes = [];
        foreach ($this->database->fetchAllNumeric("SELECT DISTINCT ON (h.id) h.id, s.id AS store_id
            FROM shoot h CROSS JOIN store s LEFT JOIN shoot_copies c ON c.shoot_id = h.id AND c.store_id = s.id AND c.state = 'proven'
            WHERE h.home_id = ? AND s.id <> ? AND ".StoreRole::IN_USE."
            GROUP BY h.id, s.id, s.role
            ORDER BY h.id, coalesce(sum(c.copies), 0) DESC, s.role = 'main' DESC, s.id", [$store, $store]) as [$shoot, $to]) {
            $homes[Row::number($to)][] = Row::number($shoot);
        }
        foreach ($homes as $to => $shoots) {
            $this->liveAt($shoots, $to);
        }

        return array_sum(array_map(\count(...), $homes));
    }

    /** @return list<int> shoots */
    private function atHome(int $store): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT id FROM shoot WHERE home_id = ? ORDER BY id', [$store]));
    }

    /** @param list<int> $shoots */
    public function file(array $shoots, bool $isFiled): void
    {
        $this->database->executeStatement('UPDATE shoot SET filed_at = '.($isFiled ? 'coalesce(filed_at, now())' : 'NULL').'
            WHERE id IN (?)', [$shoots], [ArrayParameterType::INTEGER]);
    }

    public function isFinished(int $shoot): bool
    {
        return false !== $this->database->fetchOne('SELECT 1 FROM shoot WHERE id = ? AND finished_at IS NOT NULL', [$shoot]);
    }

    /** @param list<int> $shoots */
    public function finish(array $shoots, bool $isFinished): void
    {
        $this->database->executeStatement('UPDATE shoot SET finished_at = '.($isFinished ? 'coalesce(finished_at, now())' : 'NULL').'
            WHERE id IN (?)', [$shoots], [ArrayParameterType::INTEGER]);
    }

    /**
     * @param list<int> $frames
     *
     * @return list<int> their shoots, of which every frame is judged, and whose second copies waited for that
     */
    public function lookedThrough(array $frames): array
    {
        return [] === $frames ? [] : Row::numbers($this->database->fetchFirstColumn('SELECT s.id
            FROM shoot s
            WHERE s.second_copy IN (?) AND s.second_copy_at IS NULL AND s.id IN (SELECT r.shoot_id FROM frame r WHERE r.id IN (?))
            AND NOT EXISTS (SELECT 1 FROM frame x LEFT JOIN judgement j ON j.frame_id = x.id WHERE x.shoot_id = s.id AND NOT x.along AND x.aside_from IS NULL AND x.let_go_at IS NULL AND j.decision IS NULL AND EXISTS (SELECT 1 FROM file l WHERE l.frame_id = x.id))
            ORDER BY 1', [[SecondCopy::KeptAfterLook->value, SecondCopy::AllAfterLook->value], $frames], [ArrayParameterType::STRING, ArrayParameterType::INTEGER]));
    }

    /** @return list<array{shoot: int, date: string, description: string, when: SecondCopy}> shoots whose second copies wait for a first look, or a word; the latest first */
    public function waitingForSecond(): array
    {
        return array_map(static fn (array $row): array => ['shoot' => Row::number($row[0]), 'date' => Row::word($row[1]), 'description' => Row::word($row[2]), 'when' => SecondCopy::from(Row::word($row[3]))], $this->database->fetchAllNumeric("SELECT s.id, s.date, s.description, s.second_copy
            FROM shoot s
            WHERE s.second_copy <> '".SecondCopy::AtOnce->value."' AND s.second_copy_at IS NULL AND s.files > 0
            ORDER BY s.date DESC, s.id DESC"));
    }

    /**
     * Second copies that waited are made.
     *
     * @param list<int> $shoots
     * @param bool      $ofAll  also of what was dropped
     */
    public function mirror(array $shoots, bool $ofAll): void
    {
        $this->database->executeStatement('UPDATE shoot SET second_copy_at = coalesce(second_copy_at, now()), second_copy = CASE WHEN ? AND second_copy <> ? THEN ? ELSE second_copy END
            WHERE id IN (?)', [$ofAll ? 'true' : 'false', SecondCopy::AtOnce->value, SecondCopy::AllAfterLook->value, $shoots], [3 => ArrayParameterType::INTEGER]);
    }
}
