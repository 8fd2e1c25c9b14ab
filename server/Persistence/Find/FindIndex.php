<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FrameSet;
use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\Hints;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\MeasurementRepository;

/**
 * Owns "find_bits", "find_value", "find_name" and "find_touched": of each value of each facet the frames that have it. Whatever is
 * said of frames is said elsewhere; here it is gathered, a block of 4,096 frames at a time, when something in one was touched.
 */
final readonly class FindIndex
{
    public function __construct(private Connection $database, private MeasurementRepository $measurements, private FactsToFind $facts, private Locks $locks)
    {
    }

    /** @return int blocks that are to be made anew */
    public function touched(): int
    {
        return Row::number($this->database->fetchOne('SELECT count(DISTINCT block) FROM find_touched'));
    }

    /**
     * Makes one block anew, the latest first; false where none is to be made, or somebody else is at it.
     *
     * @param int|null $most frames that may be in it, for whoever has no time for more
     */
    public function renewOne(?int $most = null): bool
    {
        return $this->database->transactional(function () use ($most): bool {
            if (!$this->locks->takeAlone(Lock::Index)) {
                return false;
            }
            // What is touched from here on is seen by the next: its row is not among those taken away.
            $block = Row::numberOrNull($this->database->fetchOne('SELECT max(block) FROM find_touched'));
            if (null === $block || (null !== $most && $this->facts->isLarger($block, $most))) {
                return false;
            }
            $this->database->executeStatement("SET LOCAL work_mem = '64MB'");
            $this->database->executeStatement('DELETE FROM find_touched WHERE block = ?', [$block]);
            $this->renew($block);

            return true;
        });
    }

    /** @param list<string> $languages PostgreSQL's dictionaries, "english_stem" */
    public function speaks(array $languages): bool
    {
        return true === $this->database->fetchOne('SELECT EXISTS (SELECT 1 FROM find_languages WHERE of = ?::text[])', [ArrayLiteral::of($languages)]);
    }

    /**
     * Stems of the words that have none of these languages' yet.
     *
     * @param list<string> $languages PostgreSQL's dictionaries, "english_stem"
     */
    public function speak(array $languages): void
    {
        $this->database->transactional(function () use ($languages): void {
            $of = ArrayLiteral::of($languages);
            $known = $this->speaks($languages);
            $this->database->executeStatement("UPDATE find_value SET stems = ARRAY(SELECT DISTINCT s FROM unnest(?::regdictionary[]) d, unnest(ts_lexize(d, value)) s)
                WHERE facet = 'word'".($known ? ' AND stems IS NULL' : ''), [$of]);
            if (!$known) {
                $this->database->executeStatement('DELETE FROM find_languages');
                $this->database->executeStatement('INSERT INTO find_languages VALUES (?::text[])', [$of]);
            }
        });
    }

    private function renew(int $block): void
    {
        $rows = [];
        foreach ($this->facts->of($block) as [$facet, $value, $places]) {
            $rows[] = [$facet, FindFacet::Body->value === $facet ? self::body($value) : $value, bin2hex(FrameSet::bits($places))];
        }
        foreach ($this->hints($block) as $hint => $places) {
            $rows[] = [FindFacet::Hint->value, $hint, bin2hex(FrameSet::bits($places))];
        }
        $json = json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        $this->database->executeStatement('INSERT INTO find_value (facet, value)
            SELECT DISTINCT j->>0, j->>1 FROM json_array_elements(?) j
            WHERE NOT EXISTS (SELECT 1 FROM find_value v WHERE v.facet = j->>0 AND v.value = j->>1)
            ON CONFLICT DO NOTHING', [$json]);
        $this->database->executeStatement('DELETE FROM find_bits WHERE block = ?', [$block]);
        $this->database->executeStatement("INSERT INTO find_bits (facet, value_id, block, bits)
            SELECT v.facet, v.id, ?, bit_or(('x' || (j->>2))::bit(4096))
            FROM json_array_elements(?) j JOIN find_value v ON v.facet = j->>0 AND v.value = j->>1
            GROUP BY v.id", [$block, $json]);
        $this->facts->names($block);
    }

    private static function body(string $value): string
    {
        [$model, $serial] = [...explode("\n", $value, 2), ''];

        return '' === $model ? '' : Body::called($model, $serial);
    }

    /** @return array<string, list<int>> hint => places in the block */
    private function hints(int $block): array
    {
        $first = $block << FrameSet::SHIFT;
        $found = [];
        foreach ($this->facts->shoots($block) as $shoot) {
            foreach (Hints::of(...$this->measurements->ofShoot($shoot)) as $frame => $hints) {
                $place = (int) $frame - $first;
                if ($place >= 0 && $place < FrameSet::BLOCK) {
                    foreach (array_unique(array_map(static fn (FrameHint $hint): string => $hint->hint->value, $hints)) as $hint) {
                        $found[$hint][] = $place;
                    }
                }
            }
        }

        return $found;
    }
}
