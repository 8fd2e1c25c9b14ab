<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\Decision;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Server\Persistence\Row;

/** How frames are judged, and what acts made of them: judgement, look_judged. */
final readonly class JudgementEntries
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * How frames are judged now, while nobody else judges them.
     *
     * @param list<int> $frames
     *
     * @return array<int, array{Judgement, int}> frame => its judgement and revision
     */
    public function now(array $frames): array
    {
        $found = [];
        foreach ($this->database->iterateAssociative('SELECT r.id, '.LookRepository::JUDGED.'
            FROM frame r
            LEFT JOIN judgement j ON j.frame_id = r.id
            WHERE r.id IN (?)
            ORDER BY r.id
            FOR NO KEY UPDATE OF r', [$frames], [ArrayParameterType::INTEGER]) as $columns) {
            $row = Row::of($columns);
            $found[$row->int('id')] = [JudgedFrame::judgement($row), $row->int('revision')];
        }

        return $found;
    }

    /** @param array<int, array{Judgement, Judgement}> $judged frame => what it was, and what it is from now on */
    public function enter(int $act, array $judged): void
    {
        $rows = [];
        foreach ($judged as $frame => [$from, $to]) {
            $rows[] = ['frame' => $frame, 'fd' => $from->decision?->value, 'fs' => $from->stars, 'fl' => $from->label, 'ft' => $from->turned, 'td' => $to->decision?->value, 'ts' => $to->stars, 'tl' => $to->label, 'tt' => $to->turned];
        }
        $json = json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE);
        $this->database->executeStatement('INSERT INTO look_judged (act_id, frame_id, from_decision, from_stars, from_label, from_turned, to_decision, to_stars, to_label, to_turned)
            SELECT ?, j.frame, j.fd, j.fs, j.fl, j.ft, j.td, j.ts, j.tl, j.tt
            FROM json_to_recordset(?) AS j(frame int, fd text, fs int, fl text, ft int, td text, ts int, tl text, tt int)', [$act, $json]);
        $this->database->executeStatement('INSERT INTO judgement AS n (frame_id, decision, stars, label, turned, revision)
            SELECT j.frame, j.td, j.ts, j.tl, j.tt, 1
            FROM json_to_recordset(?) AS j(frame int, td text, ts int, tl text, tt int)
            ON CONFLICT (frame_id) DO UPDATE SET decision = excluded.decision, stars = excluded.stars, label = excluded.label, turned = excluded.turned, revision = n.revision + 1', [$json]);
    }

    /** @return array<int, array{Judgement, Judgement}> frame => what an act found, and what it made of it */
    public function ofAct(int $act): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative('SELECT *
            FROM look_judged
            WHERE act_id = ?
            ORDER BY frame_id', [$act]) as $columns) {
            $row = Row::of($columns);
            $judgement = static fn (string $side): Judgement => Judgement::of(Decision::tryFrom($row->textOrNull($side.'_decision') ?? ''), $row->int($side.'_stars'), $row->textOrNull($side.'_label'), $row->int($side.'_turned'));
            $found[$row->int('frame_id')] = [$judgement('from'), $judgement('to')];
        }

        return $found;
    }

    /**
     * Frames that were judged after an act.
     *
     * @return list<int>
     */
    public function judgedSince(int $act): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT DISTINCT frame_id FROM look_judged WHERE act_id > ? ORDER BY 1', [$act]));
    }

    /**
     * Frames whose judgement is not asked of their stamps yet.
     *
     * @param list<int> $among
     *
     * @return array<int, array<int, int>> shoot => frame => revision
     */
    public function notWritten(array $among): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT r.shoot_id, j.frame_id, j.revision
            FROM judgement j
            JOIN frame r ON r.id = j.frame_id
            WHERE j.written_revision < j.revision AND j.frame_id IN (?)
            ORDER BY 1, 2', [$among], [ArrayParameterType::INTEGER]) as [$shoot, $frame, $revision]) {
            $found[Row::number($shoot)][Row::number($frame)] = Row::number($revision);
        }

        return $found;
    }

    /** @param array<int, int> $revisions by frame */
    public function areWritten(array $revisions): void
    {
        $rows = array_map(static fn (int $frame, int $revision): array => ['frame' => $frame, 'revision' => $revision], array_keys($revisions), $revisions);
        $this->database->executeStatement('UPDATE judgement n SET written_revision = greatest(n.written_revision, j.revision)
            FROM json_to_recordset(?) AS j(frame int, revision int)
            WHERE n.frame_id = j.frame', [json_encode($rows, \JSON_THROW_ON_ERROR)]);
    }

    /**
     * What frames' stamps say by another hand than a sitting's: that is how they are judged from now on.
     *
     * @param array<int, array{int|null, string|null, int}> $said frame => xmp:Rating, xmp:Label, and quarters that it is turned by
     */
    public function follow(array $said): void
    {
        foreach ([] === $said ? [] : $this->now(array_keys($said)) as $frame => [$is, $revision]) {
            [$rating, $label, $turned] = $said[$frame];
            $to = $is->following($rating, $label)->turnedBy($turned - $is->turned);
            if (0 === $revision || ($is->rating() === ($rating ?? 0) && $is->label === $to->label && $is->turned === $to->turned)) {
                continue; // it says so by itself, or was never judged
            }
            $this->database->executeStatement('UPDATE judgement SET decision = ?, stars = ?, label = ?, turned = ?, revision = revision + 1, written_revision = revision + 1 WHERE frame_id = ?', [$to->decision?->value, $to->stars, $to->label, $to->turned, $frame]);
        }
    }
}
