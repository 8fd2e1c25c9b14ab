<?php

declare(strict_types=1);

namespace VelvetLedger\Bench;

/** The big ledger with what frames are found by: descriptions, places, jobs, 5,000 keywords, exposures, judgements. */
final class FindableLedger
{
    private const WORDS = [
        "UPDATE shoot SET description = (ARRAY['lantern boats', 'rope walk', 'salt pans at low tide', 'night ferry', 'kiln opening', 'signal tower', 'red boat'])[1 + id % 7] || ' ' || (ARRAY['east', 'west', 'north', 'south', 'quay', 'yard', 'spring', 'neap', 'early', 'late', 'rain'])[1 + id % 11], kind_of_work = (ARRAY['wedding', 'editorial', NULL])[1 + id % 3]",
        "UPDATE frame r SET taken_at = s.date || 'T' || to_char((r.id % 86400) * interval '1 second', 'HH24:MI:SS'), serial = (r.id % 3)::text, lens = (ARRAY['24 mm', '35 mm', '50 mm', '85 mm', '70-200 mm'])[1 + r.id / 7 % 5], iso = (ARRAY[100, 200, 400, 800, 1600, 3200, 6400, 12800])[1 + r.id / 11 % 8], width = 6000, height = 4000, orientation = CASE WHEN r.id % 4 = 0 THEN 6 ELSE 1 END,
            facts = json_build_object('previews', json_build_array(), 'fNumber', (ARRAY[1.8, 2.8, 4, 5.6, 8, 11])[1 + r.id / 13 % 6], 'exposureSeconds', (ARRAY[0.0005, 0.001, 0.002, 0.004, 0.008, 0.016, 0.5])[1 + r.id / 17 % 7], 'focalLengthMm', 20 + r.id / 5 % 150),
            stamp = json_build_object('texts', json_build_object('event', 'event ' || (r.shoot_id % 120), 'city', (ARRAY['Quillhaven', 'Osk', 'Marl'])[1 + r.shoot_id % 3], 'job', 'J-' || (r.shoot_id % 300)))
            FROM shoot s WHERE s.id = r.shoot_id",
        'UPDATE frame SET intake_id = 1 + (id - 1) / 500',
        "INSERT INTO keyword (id, parent_id, word, synonyms) SELECT n, CASE WHEN n <= 20 THEN NULL WHEN n <= 400 THEN 1 + n % 20 ELSE 21 + n % 380 END, 'word ' || substr(md5(n::text), 1, 7), '[]' FROM generate_series(1, 5000) n",
        'INSERT INTO frame_keyword (frame_id, keyword_id) SELECT DISTINCT r.id, 401 + (r.shoot_id * 31 + r.id / 40 * 7 + k * 997) % 4600 FROM frame r, generate_series(1, 3) k',
        "INSERT INTO judgement (frame_id, decision, stars, label, revision) SELECT id, CASE id % 5 WHEN 0 THEN 'keep' WHEN 1 THEN 'drop' WHEN 2 THEN 'unsure' END, CASE WHEN id % 5 = 0 THEN id % 6 ELSE 0 END, CASE WHEN id % 50 = 0 THEN 'print' END, 1 FROM frame WHERE id % 10 < 7",
        'SET CONSTRAINTS ALL IMMEDIATE',
        'ANALYZE frame', 'ANALYZE keyword', 'ANALYZE frame_keyword', 'ANALYZE judgement',
    ];

    /** In a transaction that is not committed. */
    public static function fill(): BigLedger
    {
        $ledger = BigLedger::fill();
        foreach (self::WORDS as $fill) {
            $ledger->database->executeStatement($fill);
        }

        return $ledger;
    }
}
