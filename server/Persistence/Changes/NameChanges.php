<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Keeping\ChangeOfPlaces;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Renaming;
use VelvetLedger\Core\Keeping\Standing;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Row;

/** Changes what frames are to be called and where they are to lie: of "frame" its names, its folders, its shoot and its time, of lines that are still promised the same; and enters what must therefore happen at each store. */
final readonly class NameChanges
{
    /** What frames that say anything of ours say of these too: they say it anew. */
    private const SAYS_ANEW = 'f.stamp IS NOT NULL AND (f.shoot_id, f.taken_at, f.clock_correction) IS DISTINCT FROM (j.shoot, j.taken_at, j.correction)';

    public function __construct(private Connection $database, private ChangeRepository $changes, private ShootChanges $shoots, private FollowingRepository $following, private KeptRepository $frames, private MoveRepository $moves, private OwingRepository $owing)
    {
    }

    /**
     * Changes names while nobody else changes them.
     *
     * @param int                                       $shoot  whose change it is
     * @param list<int>                                 $others shoots that it is about besides
     * @param list<int>|null                            $frames of these shoots; of others nothing is changed; null for all
     * @param \Closure(list<KeptFrame>): ChangeOfPlaces $plan   what is to be, by how they are kept now
     *
     * @return int|null how many frames are called, lie or stand otherwise now; null where nothing at all is changed
     *
     * @throws CouldNotRename nothing is changed
     */
    public function enter(int $shoot, array $others, AskedBy $by, ?array $frames, \Closure $plan): ?int
    {
        return $this->database->transactional(fn (): ?int => $this->change($shoot, [$shoot, ...$others], $by, $frames, $plan)[1] ?? null);
    }

    /**
     * The last change is taken back: as another one, so that whatever was moved by then is moved back.
     *
     * @param \Closure(list<KeptFrame>, array<int, Wanted>): Renaming $plan given how frames are kept now, and how they were before
     *
     * @throws CouldNotRename nothing is changed
     */
    public function takeBack(int $shoot, AskedBy $by, ChangeRow $change, \Closure $plan): void
    {
        $this->database->transactional(function () use ($shoot, $by, $change, $plan): void {
            $of = Row::numbers($this->database->fetchFirstColumn('SELECT shoot_id FROM change_of_shoot WHERE change_id = ? UNION SELECT ?::int ORDER BY 1', [$change->id, $shoot]));
            $before = $this->before($change->id);
            $this->frames->locked($of, array_keys($before));
            $this->shoots->lock($of);
            $since = $this->shoots->changedSince($change->id);
            if ([] !== $since) {
                throw CouldNotRename::changedSince($since[0]);
            }
            $this->shoots->restore($change->id);
            [$back] = $this->change($shoot, $of, $by, array_keys($before), static fn (array $frames): ChangeOfPlaces => new ChangeOfPlaces($plan($frames, $before), "taken back: $change->what")) ?? [$this->changes->enter(ChangeKind::Names, $by, $shoot, "taken back: $change->what", [])];
            $this->following->enterBack($back, $change->id);
            $this->changes->takenBack($change->id);
            $this->changes->takenBack($back); // the way back is no change to be taken back in turn
        });
    }

    /**
     * @param list<int>                                 $of     shoots
     * @param list<int>|null                            $frames
     * @param \Closure(list<KeptFrame>): ChangeOfPlaces $plan
     *
     * @return array{int, int}|null its number, and how many frames it is; null where there is nothing to change
     */
    private function change(int $shoot, array $of, AskedBy $by, ?array $frames, \Closure $plan): ?array
    {
        $kept = $this->frames->locked($of, $frames); // before their shoots: whoever enters files has frames first, and shoots when he ends
        $this->shoots->lock($of);
        $asked = $plan($kept);
        $wanted = $asked->renaming->wanted;
        if ([] === $wanted && [] === $asked->shoots) {
            return null;
        }
        [$wanted, $new] = $this->begun($shoot, $asked, $wanted);
        $ids = array_keys($wanted);
        $change = $this->changes->enter(ChangeKind::Names, $by, $shoot, $asked->what, $ids);
        $touched = array_map(static fn (Wanted $one): int => $one->standing->shoot ?? $shoot, $wanted);
        $this->shoots->remember($change, array_values(array_unique([...$of, ...array_keys(array_diff_key($asked->shoots, [0 => true])), ...array_values($touched)])), $new);
        $before = $this->shoots->all(array_keys($asked->shoots));
        foreach (array_diff_key($asked->shoots, [0 => true]) as $number => $one) {
            $this->shoots->set($one, $before[$number]);
        }
        $this->set($wanted);
        $at = array_column($kept, 'now', 'id');
        $this->moves->frames($change, array_values(array_filter($ids, static fn (int $frame): bool => !isset($at[$frame]) || !$wanted[$frame]->isAt($at[$frame]))));
        $this->following->enter($change, $asked->following);
        if ([] !== $asked->shoots || [] !== array_diff($touched, [$shoot])) {
            $this->owing->ofHeldShoots()->settle(array_values(array_unique([...$of, ...$new, ...array_values($touched)])), 'its shoot lies there');
        }

        return [$change, \count($ids)];
    }

    /**
     * A shoot that is new is there before its frames go to it.
     *
     * @param array<int, Wanted> $wanted
     *
     * @return array{array<int, Wanted>, list<int>} and its number
     */
    private function begun(int $from, ChangeOfPlaces $asked, array $wanted): array
    {
        if (!isset($asked->shoots[0])) {
            return [$wanted, []];
        }
        $new = $this->shoots->begin($asked->shoots[0], $from);

        return [array_map(static fn (Wanted $one): Wanted => 0 === $one->standing?->shoot ? $one->standing($one->standing->inShoot($new)) : $one, $wanted), [$new]];
    }

    /** @param array<int, Wanted> $wanted */
    private function set(array $wanted): void
    {
        if ([] === $wanted) {
            return;
        }
        $rows = json_encode(array_map(static fn (int $frame, Wanted $one): array => ['frame' => $frame, 'folder' => $one->folder, 'stem' => $one->stem, 'aside_from' => $one->asideFrom, 'picked_from' => $one->pickedFrom] + self::standing($one->standing), array_keys($wanted), $wanted), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
        $form = 'json_to_recordset(?) AS j(frame int, folder text, stem text, aside_from text, picked_from text, shoot int, number int, scope text, taken_at text, time_source text, correction int)';
        $this->database->executeStatement("UPDATE receipt_line l SET folder = j.folder, name = j.stem || substr(l.name, length(r.stem) + 1)
            FROM $form
            JOIN frame r ON r.id = j.frame
            WHERE l.frame_id = r.id AND l.outcome IN ('waiting', 'failed') AND left(l.name, length(r.stem)) = r.stem", [$rows]);
        $this->database->executeStatement('UPDATE frame f SET folder = j.folder, stem = j.stem, aside_from = j.aside_from, picked_from = j.picked_from, aside_at = CASE WHEN j.aside_from IS NOT NULL THEN coalesce(f.aside_at, now()) END,
                shoot_id = j.shoot, sequence = j.number, sequence_scope = j.scope, taken_at = j.taken_at, time_source = j.time_source, clock_correction = j.correction,
                stamp_revision = f.stamp_revision + CASE WHEN '.self::SAYS_ANEW.' THEN 1 ELSE 0 END, restamp = f.restamp OR ('.self::SAYS_ANEW.")
            FROM $form
            WHERE f.id = j.frame", [$rows]);
    }

    /** @return array<string, int|string|null> */
    private static function standing(?Standing $standing): array
    {
        $standing ?? throw new \LogicException('A frame is to be changed of which nobody said where it stands.');

        return ['shoot' => $standing->shoot, 'number' => $standing->number, 'scope' => $standing->scope?->value, 'taken_at' => $standing->takenAt, 'time_source' => $standing->by->value, 'correction' => $standing->correction];
    }

    /** @return array<int, Wanted> by frame */
    private function before(int $change): array
    {
        $before = [];
        foreach ($this->database->fetchAllAssociative('SELECT frame_id, folder, stem, aside_from, picked_from, shoot_id, sequence, sequence_scope, taken_at, time_source, clock_correction
            FROM change_before
            WHERE change_id = ?
            ORDER BY frame_id', [$change]) as $columns) {
            $row = Row::of($columns);
            $before[$row->int('frame_id')] = KeptRepository::wanted($row);
        }

        return $before;
    }
}
