<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Format\Tiff\Orientation;
use VelvetLedger\Core\Stamp\FrameStamp;
use VelvetLedger\Server\Persistence\Looks\JudgementEntries;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\FramesInOrder;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;

/** What frames are to say, as it is changed by hand, with what they said before. */
final readonly class StampChanges
{
    public function __construct(private Connection $database, private FrameKeywords $keywords, private ChangeRepository $changes, private JudgementEntries $judgements)
    {
    }

    /**
     * @param list<int> $frames of the shoot; others are not among the answers
     *
     * @return array<int, array{stamp: FrameStamp, year: int, rating: int|null, orientation: int|null, remarks: array<mixed>}> by frame; the orientation as it was recorded
     */
    public function stamps(int $shoot, array $frames): array
    {
        $found = [];
        foreach ($this->database->iterateAssociative("SELECT id, stamp, left(taken_at, 4) AS year, facts->>'rating' AS rating, orientation, facts->'remarks' AS remarks
            FROM frame
            WHERE shoot_id = ? AND id IN (?)
            ORDER BY id", [$shoot, $frames], [1 => ArrayParameterType::INTEGER]) as $row) {
            $remarks = \is_string($row['remarks']) ? json_decode($row['remarks'], true) : [];
            $found[Row::number($row['id'])] = ['stamp' => FrameStamp::ofDocument(\is_string($row['stamp']) ? json_decode($row['stamp'], true) : null), 'year' => Row::number($row['year']), 'rating' => Row::numberOrNull($row['rating']), 'orientation' => Row::numberOrNull($row['orientation']), 'remarks' => \is_array($remarks) ? $remarks : []];
        }

        return $found;
    }

    /**
     * What frames of a shoot say is changed while nobody else changes it: two who change them at once both have their way, one after the other.
     *
     * @param list<int>                                       $frames
     * @param \Closure(FrameStamp, int|null, int): FrameStamp $of     what a frame says, its year, and its number
     * @param list<int>                                       $add    keywords
     * @param list<int>                                       $remove
     *
     * @return int how many frames of the shoot it is
     */
    public function enter(int $shoot, AskedBy $by, string $what, array $frames, \Closure $of, array $add, array $remove): int
    {
        return $this->database->transactional(function () use ($shoot, $by, $what, $frames, $of, $add, $remove): int {
            $this->database->executeStatement(FramesInOrder::lock('shoot_id = ? AND id IN (?)'), [$shoot, $frames], [1 => ArrayParameterType::INTEGER]);
            $before = $this->stamps($shoot, $frames);
            $frames = array_keys($before);
            $stamps = array_combine($frames, array_map(static fn (int $frame, array $one): FrameStamp => $of($one['stamp'], 0 === $one['year'] ? null : $one['year'], $frame), $frames, $before));
            if ([] === $frames) {
                return 0;
            }
            $this->changes->enter(ChangeKind::Stamps, $by, $shoot, $what, $frames);
            $this->setStamps(array_map(static fn (FrameStamp $stamp): array => $stamp->document(), $stamps));
            $this->judgements->follow(self::judged($before, $stamps));
            $this->keywords->remove(self::pairs($frames, $remove));
            $this->keywords->add(self::pairs($frames, $add));

            return \count($frames);
        });
    }

    /**
     * What stamps say of stars and labels that they did not say before.
     *
     * @param array<int, array{stamp: FrameStamp, year: int, rating: int|null, orientation: int|null, remarks: array<mixed>}> $before
     * @param array<int, FrameStamp>                                                                                          $after
     *
     * @return array<int, array{int|null, string|null, int}> by frame
     */
    private static function judged(array $before, array $after): array
    {
        $changed = array_filter($after, static fn (FrameStamp $stamp, int $frame): bool => [$stamp->rating, $stamp->label] !== [$before[$frame]['stamp']->rating ?? null, $before[$frame]['stamp']->label ?? null], \ARRAY_FILTER_USE_BOTH);

        $judged = [];
        foreach ($changed as $frame => $stamp) {
            $judged[$frame] = [$stamp->rating, $stamp->label, self::turned($before[$frame]['orientation'] ?? null, $stamp->orientation)];
        }

        return $judged;
    }

    /** Quarters to the right by which a frame is turned that is to say so. */
    private static function turned(?int $recorded, ?int $says): int
    {
        return null === $says ? 0 : Orientation::of($recorded)->quartersTo(Orientation::of($says));
    }

    /**
     * @param list<int> $frames
     * @param list<int> $keywords
     *
     * @return list<array{int, int}>
     */
    private static function pairs(array $frames, array $keywords): array
    {
        $pairs = [];
        foreach ($frames as $frame) {
            foreach ($keywords as $keyword) {
                $pairs[] = [$frame, $keyword];
            }
        }

        return $pairs;
    }

    /** Frames say again what they said before a change. */
    public function takeBack(ChangeRow $change): void
    {
        $this->database->transactional(function () use ($change): void {
            $this->database->executeStatement(FramesInOrder::lock('id IN (SELECT frame_id FROM change_before WHERE change_id = ?)'), [$change->id]);
            $this->changes->takenBack($change->id);
            $this->database->executeStatement('DELETE FROM frame_keyword
                WHERE frame_id IN (SELECT frame_id FROM change_before WHERE change_id = ?)', [$change->id]);
            $this->database->executeStatement('INSERT INTO frame_keyword (frame_id, keyword_id)
                SELECT b.frame_id, k.id
                FROM change_before b, json_array_elements_text(b.keywords) j
                JOIN keyword k ON k.id = j::int
                WHERE b.change_id = ?
                ON CONFLICT DO NOTHING', [$change->id]);
            $said = [];
            foreach ($this->database->fetchAllNumeric("SELECT f.id, (b.stamp->>'rating')::int, b.stamp->>'label', f.orientation, (b.stamp->>'orientation')::int
                FROM change_before b
                JOIN frame f ON f.id = b.frame_id
                WHERE b.change_id = ? AND (b.stamp->>'rating', b.stamp->>'label', b.stamp->>'orientation') IS DISTINCT FROM (f.stamp->>'rating', f.stamp->>'label', f.stamp->>'orientation')", [$change->id]) as [$frame, $rating, $label, $recorded, $says]) {
                $said[Row::number($frame)] = [Row::numberOrNull($rating), null === $label ? null : Row::word($label), self::turned(Row::numberOrNull($recorded), Row::numberOrNull($says))];
            }
            $this->judgements->follow($said);
            // A frame that said nothing of ours says nothing, and what we wrote is taken out of its files.
            $this->database->executeStatement("UPDATE frame f SET stamp = coalesce(b.stamp, json_build_object('texts', json_build_object(), 'parents', true)), stamp_revision = stamp_revision + 1, restamp = true
                FROM change_before b
                WHERE b.change_id = ? AND b.frame_id = f.id", [$change->id]);
        });
    }

    /** Another program's change of these frames' files is left as it is. */
    public function leave(int $shoot, int ...$frames): void
    {
        $this->database->executeStatement('UPDATE frame SET stamp_note = NULL, restamp = false, stamp_left = stamp_revision
            WHERE '.FramesInOrder::where('shoot_id = ? AND id IN (?)'), [$shoot, $frames], [1 => ArrayParameterType::INTEGER]);
    }

    /** Frames whose originals are back: what they are to say is written into those. */
    public function stampKept(int $shoot, int ...$frames): void
    {
        $this->database->executeStatement('UPDATE frame r SET restamp = true, stamp_left = 0
            WHERE '.FramesInOrder::where('shoot_id = ? AND id IN (?)')."
            AND NOT EXISTS (SELECT 1 FROM file f JOIN copy c ON c.file_id = f.id JOIN shoot h ON h.id = r.shoot_id AND h.home_id = c.store_id WHERE f.frame_id = r.id AND c.state = 'differs')", [$shoot, $frames], [1 => ArrayParameterType::INTEGER]);
    }

    public function askAgain(int $shoot, int ...$frames): void
    {
        $this->database->executeStatement('UPDATE frame SET restamp = true, stamp_left = 0
            WHERE '.FramesInOrder::where('shoot_id = ? AND id IN (?)'), [$shoot, $frames], [1 => ArrayParameterType::INTEGER]);
    }

    /** @param array<int, array<string, mixed>> $documents by frame */
    private function setStamps(array $documents): void
    {
        $rows = array_map(static fn (int $frame, array $document): array => ['id' => $frame, 'stamp' => $document], array_keys($documents), $documents);
        foreach (array_chunk($rows, 1000) as $some) {
            $this->database->executeStatement('UPDATE frame f SET stamp = j.stamp, stamp_revision = stamp_revision + 1, restamp = true
                FROM json_to_recordset(?) AS j(id int, stamp json)
                WHERE f.id = j.id', [json_encode($some, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
        }
    }
}
