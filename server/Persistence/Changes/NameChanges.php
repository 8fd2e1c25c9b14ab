<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Renaming;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Row;

/** Changes what frames are to be called and where they are to lie: of "frame" its folder, its stem and whether it is set aside, and of lines that are still promised the same. */
final readonly class NameChanges
{
    public function __construct(private Connection $database, private ChangeRepository $changes, private StepRepository $steps)
    {
    }

    /**
     * Changes names while nobody else changes them.
     *
     * @param list<int>                                          $frames of the shoot; of others nothing is changed
     * @param \Closure(list<KeptFrame>): array{Renaming, string} $plan   what they are to be called, by how they are kept now; and in words what that is
     *
     * @return int how many are called or lie otherwise now
     *
     * @throws CouldNotRename nothing is changed
     */
    public function enter(int $shoot, AskedBy $by, array $frames, \Closure $plan): int
    {
        return $this->database->transactional(fn (): int => $this->change($shoot, $by, $frames, $plan));
    }

    /**
     * The last change is taken back: as another one, so that whatever was moved by then is moved back.
     *
     * @param \Closure(list<KeptFrame>, array<int, Wanted>): Renaming $plan given how frames are kept now, and how they were before
     */
    public function takeBack(int $shoot, AskedBy $by, ChangeRow $change, \Closure $plan): void
    {
        $this->database->transactional(function () use ($shoot, $by, $change, $plan): void {
            $before = [];
            foreach ($this->database->fetchAllAssociative('SELECT frame_id, folder, stem, aside_from
                FROM change_before
                WHERE change_id = ?', [$change->id]) as $columns) {
                $row = Row::of($columns);
                $before[$row->int('frame_id')] = new Wanted($row->text('folder'), $row->text('stem'), $row->textOrNull('aside_from'));
            }
            $this->change($shoot, $by, array_keys($before), static fn (array $frames): array => [$plan($frames, $before), "taken back: $change->what"]);
            $this->changes->takenBack($change->id);
            $last = $this->changes->last($shoot);
            if (null !== $last && $last->id > $change->id) {
                $this->changes->takenBack($last->id); // the way back is no change to be taken back in turn
            }
        });
    }

    /**
     * @param list<int>                                          $frames
     * @param \Closure(list<KeptFrame>): array{Renaming, string} $plan
     */
    private function change(int $shoot, AskedBy $by, array $frames, \Closure $plan): int
    {
        $this->database->executeStatement('SELECT 1
            FROM frame
            WHERE shoot_id = ? AND id IN (?)
            ORDER BY id FOR NO KEY UPDATE', [$shoot, $frames], [1 => ArrayParameterType::INTEGER]);
        [$renaming, $what] = $plan($this->kept($shoot, $frames));
        $frames = array_keys($renaming->wanted);
        if ([] === $frames) {
            return 0;
        }
        $this->checkAllAreIn($frames);
        $change = $this->changes->enter(ChangeKind::Names, $by, $shoot, $what, $frames);
        $rows = json_encode(array_map(static fn (int $frame, Wanted $wanted): array => ['frame' => $frame, 'folder' => $wanted->folder, 'stem' => $wanted->stem, 'aside_from' => $wanted->asideFrom], $frames, $renaming->wanted), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
        $form = 'json_to_recordset(?) AS j(frame int, folder text, stem text, aside_from text)';
        $this->database->executeStatement("UPDATE receipt_line l SET folder = j.folder, name = j.stem || substr(l.name, length(r.stem) + 1)
            FROM $form
            JOIN frame r ON r.id = j.frame
            WHERE l.frame_id = r.id AND l.outcome IN ('waiting', 'failed') AND left(l.name, length(r.stem)) = r.stem", [$rows]);
        $this->database->executeStatement("UPDATE frame f SET folder = j.folder, stem = j.stem, aside_from = j.aside_from, aside_at = CASE WHEN j.aside_from IS NOT NULL THEN coalesce(f.aside_at, now()) END
            FROM $form
            WHERE f.id = j.frame", [$rows]);
        $this->steps->moveFrames($change, $frames);

        return \count($frames);
    }

    /**
     * @param list<int> $frames
     *
     * @return list<KeptFrame>
     */
    private function kept(int $shoot, array $frames): array
    {
        $kept = [];
        foreach ($this->database->fetchAllAssociative("SELECT r.id, r.folder, r.stem, r.aside_from, coalesce((SELECT json_agg(f.ending ORDER BY f.id) FROM file f WHERE f.frame_id = r.id), '[]') AS endings
            FROM frame r
            WHERE r.shoot_id = ? AND r.id IN (?) AND r.let_go_at IS NULL
            ORDER BY r.id", [$shoot, $frames], [1 => ArrayParameterType::INTEGER]) as $columns) {
            $row = Row::of($columns);
            $endings = json_decode($row->text('endings'), true);
            $kept[] = new KeptFrame($row->int('id'), new Wanted($row->text('folder'), $row->text('stem'), $row->textOrNull('aside_from')), array_values(array_filter(\is_array($endings) ? $endings : [], \is_string(...))));
        }

        return $kept;
    }

    /** @param list<int> $frames */
    private function checkAllAreIn(array $frames): void
    {
        $waits = $this->database->fetchOne('SELECT r.stem
            FROM receipt_line l
            JOIN frame r ON r.id = l.frame_id
            JOIN intake i ON i.id = l.intake_id
            WHERE l.frame_id IN (?) AND i.state '.IntakeState::IS_UNDER_WAY.'
            ORDER BY l.id LIMIT 1', [$frames], [ArrayParameterType::INTEGER]);
        if (\is_string($waits)) {
            throw CouldNotRename::stillComesIn($waits);
        }
    }
}
