<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Held\ExistingShoot;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Row;

/** Finds shoots with their sums, which are added to as files come in, so that no list ever counts the frames. */
final readonly class ShootRepository
{
    public const PAGE = 60;

    private const SUMS = 'SELECT id, date, frames, aside, files, bytes, taken_from, taken_to, first_name, last_name, proven_since, coalesce((SELECT r.id FROM frame r WHERE r.id = cover_chosen AND r.shoot_id = shoot.id AND r.aside_from IS NULL), cover_id) AS cover_id
        FROM shoot';

    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    /**
     * Those with anything in them, the latest first, a page at a time.
     *
     * @param Shoot|null $after the last of the page before
     *
     * @return list<ShootSums> at most a page, and one more where there are more
     */
    public function page(?Shoot $after, ShootFilter $filter = new ShootFilter()): array
    {
        [$where, $of] = $filter->where();
        $where .= null === $after ? '' : ' AND (date, id) < (?, ?)';

        return $this->sums(self::SUMS." WHERE $where ORDER BY date DESC, id DESC LIMIT ".(self::PAGE + 1), [...$of, ...null === $after ? [] : [$after->date, $after->id()]]);
    }

    /**
     * What each year holds, the latest first; of the shoots that the filter's words are of.
     *
     * @return array<array-key, array{shoots: int, frames: int, bytes: int}> by year, "2026"
     */
    public function years(ShootFilter $filter = new ShootFilter()): array
    {
        [$where, $of] = $filter->where(false);
        $found = [];
        foreach ($this->ledger->getConnection()->fetchAllAssociative("SELECT left(date, 4) AS year, count(*) AS shoots, coalesce(sum(frames), 0) AS frames, coalesce(sum(bytes), 0) AS bytes
            FROM shoot
            WHERE $where
            GROUP BY 1
            ORDER BY 1 DESC", $of) as $row) {
            $found[Row::word($row['year'])] = ['shoots' => self::int($row, 'shoots'), 'frames' => self::int($row, 'frames'), 'bytes' => self::int($row, 'bytes')];
        }

        return $found;
    }

    /**
     * What receipts brought in, or promised and are still to, by shoot, the earliest shoot first.
     *
     * @param list<int> $receipts
     *
     * @return array<int, list<array{id: int, date: string, description: string, frames: int}>> by receipt
     */
    public function ofReceipts(array $receipts): array
    {
        $found = [];
        foreach ($this->ledger->getConnection()->fetchAllAssociative("SELECT l.intake_id, s.id, s.date, s.description, count(DISTINCT r.id) FILTER (WHERE NOT r.along) AS frames
            FROM receipt_line l
            JOIN frame r ON r.id = l.frame_id
            JOIN shoot s ON s.id = r.shoot_id
            WHERE l.intake_id IN (?) AND l.outcome IN ('brought in', 'waiting')
            GROUP BY 1, 2, 3, 4
            ORDER BY 1, s.date, s.id", [$receipts], [ArrayParameterType::INTEGER]) as $row) {
            $found[self::int($row, 'intake_id')][] = ['id' => self::int($row, 'id'), 'date' => Row::word($row['date']), 'description' => Row::word($row['description']), 'frames' => self::int($row, 'frames')];
        }

        return $found;
    }

    /** @return array{int, Shoot|null} how many with anything in them have no description, and the latest of them */
    public function undescribed(): array
    {
        $ids = Row::numbers($this->ledger->getConnection()->fetchFirstColumn("SELECT id
            FROM shoot
            WHERE description = '' AND frames > 0
            ORDER BY date DESC, id DESC"));

        return [\count($ids), [] === $ids ? null : $this->find($ids[0])];
    }

    public function find(int $id): Shoot
    {
        return $this->ledger->find(Shoot::class, $id) ?? throw NotInLedger::shoot($id);
    }

    /**
     * As a command names one: by its number, or by its folder from the store's root.
     *
     * @throws NotInLedger
     */
    public function named(string $given): Shoot
    {
        if (1 === preg_match('/^\d{1,9}$/', $given)) {
            return $this->find((int) $given);
        }
        $folder = trim($given, '/');

        return $this->ledger->getRepository(Shoot::class)->findOneBy(['folder' => $folder], ['id' => 'DESC']) ?? throw NotInLedger::folder($folder);
    }

    public function one(Shoot $shoot): ShootSums
    {
        return $this->sums(self::SUMS.' WHERE id = ?', [$shoot->id()])[0] ?? throw NotInLedger::shoot($shoot->id());
    }

    /** In SQL, of a frame r: it lies in a subfolder for selects, and does not say where the others lie. */
    private const IS_MOVED = 'r.picked_from IS NOT NULL';

    /** Where its last still lies that nobody moved; where it has none, its last clip. */
    private static function framesFolder(string $shoot): string
    {
        return "SELECT coalesce(r.picked_from, r.aside_from, r.folder)
            FROM frame r
            WHERE r.shoot_id = $shoot AND NOT r.along
            ORDER BY EXISTS (SELECT 1 FROM original o WHERE o.frame_id = r.id AND o.kind LIKE 'still%') DESC, ".self::IS_MOVED.', r.id DESC LIMIT 1';
    }

    /** A shoot as a plan can join it. */
    public function toJoin(int $id): ExistingShoot
    {
        $shoot = $this->find($id);
        $folder = $this->ledger->getConnection()->fetchOne(self::framesFolder('?'), [$id]);

        return new ExistingShoot($id, $shoot->folder, \is_string($folder) ? $folder : $shoot->folder, $shoot->date, $shoot->description);
    }

    /**
     * @param list<int> $numbers
     *
     * @return array<int, ExistingShoot> by number
     */
    public function allToJoin(array $numbers): array
    {
        $found = [];
        foreach ([] === $numbers ? [] : $this->ledger->getConnection()->fetchAllAssociative('SELECT s.id, s.folder, s.date, s.description, ('.self::framesFolder('s.id').') AS frames_folder
            FROM shoot s
            WHERE s.id IN (?)', [$numbers], [ArrayParameterType::INTEGER]) as $row) {
            $text = static fn (string $key): string => Row::of($row)->textOrNull($key) ?? '';
            $found[self::int($row, 'id')] = new ExistingShoot(self::int($row, 'id'), $text('folder'), $text('frames_folder'), $text('date'), $text('description'));
        }

        return $found;
    }

    /** @return list<LedgerFrame> those that lie in it, in the order they were taken, with their files and copies loaded */
    public function frames(Shoot $shoot): array
    {
        $query = $this->ledger->createQuery('SELECT f, l, o, c
            FROM '.LedgerFrame::class.' f
            JOIN f.files l
            LEFT JOIN l.original o
            JOIN l.copies c
            WHERE f.shoot = :shoot AND f.along = false
            ORDER BY f.time.takenAt, f.facts.subsecond, f.id, l.ending, l.id');
        $found = $query->setParameter('shoot', $shoot)->getResult();

        return \is_array($found) ? array_values(array_filter($found, static fn (mixed $frame): bool => $frame instanceof LedgerFrame && null === $frame->asideFrom)) : [];
    }

    /**
     * Frames are called and lie as their copies at their shoot's home do, after those were found elsewhere; and so does their shoot's
     * folder, where all of them went from one folder to one other.
     */
    public function followHome(int $shoot): void
    {
        $database = $this->ledger->getConnection();
        $before = $database->fetchFirstColumn('SELECT DISTINCT r.folder FROM frame r WHERE r.shoot_id = ? AND r.aside_from IS NULL AND NOT '.self::IS_MOVED, [$shoot]);
        $database->executeStatement(
            "UPDATE frame r SET folder = t.folder, stem = t.stem FROM (
                SELECT f.frame_id, min(regexp_replace(c.path, '/?[^/]*$', '')) AS folder, min(left(n.name, length(n.name) - length(f.ending))) AS stem
                FROM frame x JOIN file f ON f.frame_id = x.id JOIN copy c ON c.file_id = f.id JOIN shoot h ON h.id = x.shoot_id AND h.home_id = c.store_id, LATERAL (SELECT regexp_replace(c.path, '^.*/', '') AS name) n
                WHERE x.shoot_id = ? AND c.state = 'proven' GROUP BY 1
                HAVING count(DISTINCT regexp_replace(c.path, '/?[^/]*$', '')) = 1 AND count(DISTINCT left(n.name, length(n.name) - length(f.ending))) = 1 AND bool_and(lower(right(n.name, length(f.ending))) = lower(f.ending) AND length(n.name) > length(f.ending))
             ) t WHERE t.frame_id = r.id AND r.".FramesInOrder::where('shoot_id = ?').' AND (r.folder <> t.folder OR r.stem <> t.stem)',
            [$shoot, $shoot],
        );
        $after = $database->fetchFirstColumn('SELECT DISTINCT r.folder
            FROM frame r
            JOIN file f ON f.frame_id = r.id
            JOIN copy c ON c.file_id = f.id
            JOIN shoot h ON h.id = r.shoot_id AND h.home_id = c.store_id
            WHERE r.shoot_id = ? AND r.aside_from IS NULL AND NOT '.self::IS_MOVED." AND c.state = 'proven'", [$shoot]);
        $one = $this->find($shoot);
        if (1 === \count($before) && 1 === \count($after) && \is_string($before[0]) && \is_string($after[0]) && str_starts_with($before[0], $one->folder)) {
            $below = substr($before[0], \strlen($one->folder)); // where its frames lie in it
            if ('' === $below || str_ends_with($after[0], $below)) {
                $folder = substr($after[0], 0, \strlen($after[0]) - \strlen($below));
                // What is missing belongs where the rest is now, at its home and elsewhere: there it is mended to.
                $database->executeStatement("UPDATE copy c SET path = ? || substr(c.path, ?)
                    FROM file f, frame r
                    WHERE f.id = c.file_id AND r.id = f.frame_id AND r.shoot_id = ? AND c.state = 'missing' AND left(c.path, ?) = ?
                    AND NOT EXISTS (SELECT 1 FROM copy x WHERE x.store_id = c.store_id AND x.path = ? || substr(c.path, ?))", [$after[0], mb_strlen($before[0]) + 1, $shoot, mb_strlen($before[0]) + 1, $before[0].'/', $after[0], mb_strlen($before[0]) + 1]);
                $database->executeStatement('UPDATE frame SET folder = ?
                    WHERE '.FramesInOrder::where('shoot_id = ? AND folder = ?'), [$after[0], $shoot, $before[0]]);
                $database->executeStatement('UPDATE shoot SET folder = ?, place = ?
                    WHERE id = ?
                    AND NOT EXISTS (SELECT 1 FROM shoot o WHERE o.place = ?)', [$folder, Shoot::placeOf($folder, $one->date, $one->description), $shoot, Shoot::placeOf($folder, $one->date, $one->description)]);
            }
        }
    }

    /**
     * The folders of shoots that any of these are, or lie below.
     *
     * @param list<string> $folders from the store's root
     *
     * @return list<string>
     */
    public function foldersAbove(array $folders): array
    {
        $above = [];
        foreach ($folders as $folder) {
            for ($path = '.' === $folder ? '' : $folder; '' !== $path; $path = substr($path, 0, (int) strrpos($path, '/'))) {
                $above[$path] = $path;
            }
            $above[''] = '';
        }

        return array_values(array_filter($this->ledger->getConnection()->fetchFirstColumn('SELECT DISTINCT folder
            FROM shoot
            WHERE folder IN (?) AND '.ShootFilter::HAS_ANY, [array_map(strval(...), array_values($above))], [ArrayParameterType::STRING]), \is_string(...)));
    }

    /**
     * @param list<string> $folders from the store's root
     *
     * @return list<string> those of them that anything is set aside in
     */
    public function foldersAside(array $folders): array
    {
        return array_values(array_filter($this->ledger->getConnection()->fetchFirstColumn('SELECT DISTINCT folder
            FROM frame
            WHERE folder IN (?) AND aside_from IS NOT NULL AND let_go_at IS NULL', [$folders], [ArrayParameterType::STRING]), \is_string(...)));
    }

    /** The shoot of a place, entered where it is new. */
    public function at(string $folder, string $date, string $description): Shoot
    {
        $shoot = $this->ledger->getRepository(Shoot::class)->findOneBy(['place' => Shoot::placeOf($folder, $date, $description)]);
        if (null === $shoot) {
            $shoot = new Shoot($date, $description, $folder);
            $this->ledger->persist($shoot);
        }

        return $shoot;
    }

    /**
     * @param list<int|string> $of
     *
     * @return list<ShootSums>
     */
    private function sums(string $query, array $of): array
    {
        $rows = $this->ledger->getConnection()->fetchAllAssociative($query, $of);
        $shoots = [];
        foreach ($this->ledger->getRepository(Shoot::class)->findBy(['id' => array_column($rows, 'id')]) as $shoot) {
            $shoots[$shoot->id()] = $shoot;
        }
        $text = static fn (array $row, string $key): string => \is_string($row[$key] ?? null) ? $row[$key] : '';
        $found = [];
        foreach ($rows as $row) {
            $span = ['from' => $text($row, 'taken_from'), 'to' => $text($row, 'taken_to'), 'first' => $text($row, 'first_name'), 'last' => $text($row, 'last_name')];
            $found[] = new ShootSums($shoots[self::int($row, 'id')], self::int($row, 'frames'), self::int($row, 'aside'), self::int($row, 'files'), self::int($row, 'bytes'), $span, $text($row, 'proven_since'), Row::of($row)->intOrNull('cover_id') ?? 0);
        }

        return $found;
    }

    /** @param array<string, mixed> $row */
    private static function int(array $row, string $key): int
    {
        return Row::of($row)->int($key);
    }
}
