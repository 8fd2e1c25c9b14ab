<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Connection;

/** Made-up frames as rows of a ledger, and beside them what each is to be found by. */
final class FindableFrames
{
    private const SHOOTS = [['2023-05-04', 'lantern boats', 'wedding'], ['2024-05-30', 'rope walk', ''], ['2024-12-31', 'night ferry', 'editorial'], ['2026-03-02', '', 'wedding']];
    private const WORDS = [1 => [null, 'places', []], 2 => [1, 'Quillhaven', ['the town']], 3 => [2, 'salt pans', []], 4 => [null, 'lanterns', ['lamps']], 5 => [1, 'Übersee', []]];
    private const TEXTS = [[], ['job' => 'J-7', 'event' => 'Lantern night'], ['event' => 'Kiln opening', 'location' => 'north quay', 'city' => 'Quillhaven'], ['city' => 'Quillhaven', 'description' => 'boats under sail']];

    /** @var array<int, array<string, list<string>>> frame => facet => values, as the index is to have them */
    public array $facets = [];

    public function __construct(private readonly Connection $database)
    {
    }

    /** @param int $from number of the first */
    public function make(int $many, int $from): void
    {
        $rows = ['frame' => [], 'file' => [], 'copy' => [], 'judgement' => [], 'frame_keyword' => [], 'original' => [], 'album_frame' => []];
        for ($id = $from; $id < $from + $many; ++$id) {
            $this->one($id, $rows);
        }
        $this->database->executeStatement("INSERT INTO card (name, label, first_seen_at, last_seen_at) VALUES ('a', 'CARD_A', now(), now()), ('b', 'CARD_B', now(), now())");
        $store = $this->database->fetchOne('SELECT id FROM store');
        $this->database->executeStatement("INSERT INTO store (uuid, name, role, place, added_at) VALUES (gen_random_uuid(), 'Bellows', 'mirror', '/away/b', now())");
        $this->database->executeStatement("INSERT INTO intake (card_id, store_id, state, asked_at, source_label, source_path, source_first_still, source_last_still, problems, standing_order, makes, sums, unlisted) SELECT n, ?, 'done', now(), 'CARD', '/c', '', '', '[]', '{}', '[]', '[]', 0 FROM generate_series(1, 2) n", [$store]);
        foreach (self::SHOOTS as [$date, $description, $work]) {
            $this->database->executeStatement('INSERT INTO shoot (opened_at, date, description, folder, place, kind_of_work, home_id) VALUES (now(), ?, ?, ?, md5(?), ?, ?)', [$date, $description, "$date $description", "$date $description", '' === $work ? null : $work, $store]);
        }
        foreach (self::WORDS as $id => [$parent, $word, $synonyms]) {
            $this->database->executeStatement('INSERT INTO keyword (id, parent_id, word, synonyms) VALUES (?, ?, ?, ?)', [$id, $parent, $word, json_encode($synonyms)]);
        }
        $this->database->executeStatement("INSERT INTO album (name, used_at) VALUES ('printed', now()), ('the book', now())");
        foreach (['frame', 'original', 'file', 'copy', 'judgement', 'frame_keyword', 'album_frame'] as $table) {
            $this->database->executeStatement("INSERT INTO $table SELECT r.* FROM json_populate_recordset(null::$table, ?) r", [json_encode($rows[$table], \JSON_THROW_ON_ERROR)]);
        }
    }

    /** When a frame was taken, on its day. */
    public static function taken(int $id, string $day): string
    {
        return \sprintf('%sT%02d:%02d:00', $day, $id % 24, $id % 60);
    }

    /** @param array<string, list<array<string, mixed>>> $rows */
    private function one(int $id, array &$rows): void
    {
        $shoot = mt_rand(1, 4);
        [$date, $description, $work] = self::SHOOTS[$shoot - 1];
        $body = self::pick(null, ['Orrel M4', '40211'], ['Orrel M4', '7'], ['Vantry 6', null]);
        [$lens, $iso] = [self::pick(null, '35 mm', '85 mm'), self::pick(null, 100, 6400)];
        [$shutter, $aperture] = self::pick([null, null], [0.004, 2.8], [1.3, 8.0]);
        [$width, $height, $orientation] = self::pick([null, null, null], [600, 400, 1], [600, 400, 6], [400, 400, 1]);
        $texts = self::TEXTS[mt_rand(0, 3)];
        $judged = self::pick(null, null, ['keep', 4, 'print'], ['drop', 0, null], ['unsure', 0, null], [null, 2, null]);
        $came = self::pick(null, -1, 3);
        $keywords = self::pick([], [], [3], [4], [3, 4], [5]);
        $album = self::pick(null, null, 1, 2);
        $endings = self::pick(['.orw'], ['.jpg'], ['.orw', '.jpg']);
        $intake = mt_rand(1, 2);
        $gone = self::pick(null, null, null, null, null, 'aside', 'let go', 'no file');
        $rows['frame'][] = ['id' => $id, 'body' => $body[0] ?? null, 'serial' => $body[1] ?? null, 'lens' => $lens, 'iso' => $iso, 'width' => $width, 'height' => $height, 'orientation' => $orientation, 'card_key' => (string) $id, 'stem' => "f$id", 'taken_at' => self::taken($id, $date), 'facts' => ['fNumber' => $aperture, 'exposureSeconds' => $shutter, 'previews' => [], 'rating' => $came], 'shoot_id' => $shoot, 'intake_id' => $intake, 'original_name' => \sprintf('ORL_%04d', $id), 'time_source' => 'camera', 'clock_correction' => 0, 'folder' => "$date $description", 'stamp' => ['texts' => (object) $texts], 'stamp_revision' => 0, 'restamp' => false, 'stamp_left' => 0, 'along' => false, 'measured_by' => 1, 'aside_from' => 'aside' === $gone ? 'x' : null, 'let_go_at' => 'let go' === $gone ? '2026-01-01' : null];
        $states = $proofs = [];
        foreach ('no file' === $gone ? [] : $endings as $n => $ending) {
            $file = 2 * $id + $n;
            $rows['original'][] = ['id' => $file, 'card_id' => $intake, 'frame_id' => $id, 'path' => "p$file", 'kind' => '.orw' === $ending ? 'still raw' : 'still rendered', 'bytes' => 1, 'modified_at' => 0, 'quick_print' => "q$file", 'checksum' => "c$file"];
            $rows['file'][] = ['id' => $file, 'frame_id' => $id, 'original_id' => $file, 'making' => 'original as it is', 'ending' => $ending, 'bytes' => 1, 'checksum' => "c$file", 'stamp_revision' => 0, 'bears' => 'nowhere'];
            foreach ([1, 2] as $store) {
                $state = self::pick('proven', 'proven', 'proven', 'owed', 'missing', 'differs');
                $states[$store][] = $state;
                $proven = self::pick('2024-03-05', '2026-01-31');
                $proofs[] = 'proven' === $state ? substr($proven, 0, 7) : null;
                $rows['copy'][] = ['id' => 2 * $file + $store, 'path' => "$file-$store", 'proven_at' => 'proven' === $state ? "$proven 12:00:00Z" : null, 'file_id' => $file, 'store_id' => $store, 'state' => $state];
            }
        }
        if (null !== $judged) {
            $rows['judgement'][] = ['frame_id' => $id, 'decision' => $judged[0], 'stars' => $judged[1], 'label' => $judged[2], 'revision' => 1, 'written_revision' => 0, 'turned' => 0];
        }
        foreach ($keywords as $keyword) {
            $rows['frame_keyword'][] = ['frame_id' => $id, 'keyword_id' => $keyword];
        }
        if (null !== $album) {
            $rows['album_frame'][] = ['album_id' => $album, 'frame_id' => $id, 'position' => $id];
        }
        if (null !== $gone) {
            return;
        }
        $whole = array_keys(array_filter($states, static fn (array $of): bool => ['proven'] === array_values(array_unique($of))));
        $months = array_filter($proofs, \is_string(...));
        $up = static fn (int $word): array => [(string) $word, ...match ($word) {
            3 => ['2', '1'], 5, 2 => ['1'], default => []
        }];
        $this->facets[$id] = array_map(static fn (array $values): array => array_values(array_unique($values)), [
            'shoot' => [(string) $shoot], 'day' => [$date], 'month' => [substr($date, 0, 7)], 'job' => [$texts['job'] ?? ''], 'event' => [$texts['event'] ?? ''],
            'place' => [] === array_intersect_key($texts, ['location' => 1, 'city' => 1]) ? [''] : array_values(array_intersect_key($texts, ['location' => 1, 'city' => 1])),
            'work' => [$work], 'body' => [null === $body ? '' : $body[0].(null === $body[1] ? '' : ', no. '.$body[1])], 'lens' => [$lens ?? ''], 'iso' => [(string) $iso],
            'aperture' => [null === $aperture ? '' : (string) $aperture], 'shutter' => [null === $shutter ? '' : (0.004 === $shutter ? '1/250' : '1.3')], 'focal' => [''],
            'stars' => [(string) ($judged[1] ?? max(0, $came ?? 0))], 'label' => [$judged[2] ?? ''],
            'judged' => [match (null === $judged ? (-1 === $came ? 'drop' : null) : $judged[0]) {
                'keep' => 'kept', 'drop' => 'dropped', 'unsure' => 'unsure', default => ''
            }],
            'kind' => array_map(static fn (string $ending): string => '.orw' === $ending ? 'raw' : 'JPEG', $endings),
            'orientation' => [null === $width ? '' : ($width === $height ? 'square' : (6 === $orientation ? 'tall' : 'wide'))],
            'keyword' => [] === $keywords ? [''] : array_merge(...array_map($up, $keywords)),
            'store' => array_map(strval(...), $whole),
            'copies' => [['no whole copy', 'one copy', 'two and more'][\count($whole)], ...array_intersect(['owed', 'missing', 'differs'], array_merge(...array_values($states)))],
            'proof' => [[] === $months ? '' : min($months)], 'album' => [(string) $album], 'card' => [(string) $intake], 'intake' => [(string) $intake],
        ]);
    }

    /**
     * @template T
     *
     * @param T ...$of
     *
     * @return T
     */
    private static function pick(mixed ...$of): mixed
    {
        return array_values($of)[mt_rand(0, \count($of) - 1)];
    }

    /**
     * @param array<string, list<string>> $any
     * @param array<string, list<string>> $none
     *
     * @return list<int>
     */
    public function having(array $any, array $none): array
    {
        return array_keys(array_filter($this->facets, static function (array $facets) use ($any, $none): bool {
            foreach ($any as $facet => $values) {
                if ([] === array_intersect($facets[$facet], $values)) {
                    return false;
                }
            }
            foreach ($none as $facet => $values) {
                if ([] !== array_intersect($facets[$facet], $values)) {
                    return false;
                }
            }

            return true;
        }));
    }
}
