<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Survival\FoundFile;
use VelvetLedger\Core\Survival\FoundShoot;
use VelvetLedger\Core\Survival\ListsBeside;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/**
 * Frames whose copies bear another name than in the dump that their ledger was restored from. Where the list of checksums beside them has the new
 * name, it was the ledger that renamed them: they are called so again, their shoot as well where all of it lies there, and copies elsewhere follow.
 */
final readonly class RenamedSince
{
    public function __construct(private Connection $database, private MoveRepository $moves)
    {
    }

    /**
     * @param string    $root   of the store that has the copies
     * @param list<int> $copies that were found there under another name
     */
    public function follow(string $root, array $copies): void
    {
        $frames = $shoots = [];
        $lists = new ListsBeside();
        foreach ([] === $copies ? [] : $this->database->fetchAllAssociative('SELECT r.id, r.shoot_id, r.folder, r.stem, r.aside_from, f.ending, f.checksum, c.path FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE c.id = ANY(CAST(? AS int[])) ORDER BY r.id', [ArrayLiteral::of($copies)]) as $row) {
            $is = Row::of($row);
            $ending = $is->text('ending');
            $name = basename($is->text('path'));
            [$list, $said] = $lists->of($root, $is->text('path')) ?? [null, null];
            if (null === $list || $said !== $is->text('checksum') || !str_ends_with($name, $ending) || null !== $is->textOrNull('aside_from')) {
                continue;
            }
            $folder = \dirname($is->text('path'));
            $frames[$is->int('id')] = ['.' === $folder ? '' : $folder, substr($name, 0, \strlen($name) - \strlen($ending))];
            $shoots[$is->int('shoot_id')] = $list;
        }
        if ([] === $frames) {
            return;
        }
        $this->database->transactional(function () use ($frames, $shoots): void {
            foreach ($frames as $frame => [$folder, $stem]) {
                $this->database->executeStatement('UPDATE frame SET folder = ?, stem = ? WHERE id = ?', [$folder, $stem, $frame]);
            }
            foreach ($shoots as $shoot => $folder) {
                $this->shoot($shoot, $folder);
            }
            $this->moves->renamed(array_keys($frames));
        });
    }

    /** A shoot all of whose frames lie in another folder by now is that folder's. */
    private function shoot(int $shoot, string $folder): void
    {
        $row = $this->database->fetchAssociative('SELECT date, description, folder, EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.id AND r.aside_from IS NULL AND r.folder <> ? AND NOT starts_with(r.folder, ?)) AS elsewhere FROM shoot s WHERE id = ?', [$folder, "$folder/", $shoot]);
        $row = Row::of(false === $row ? [] : $row);
        if ($row->bool('elsewhere') || $row->text('folder') === $folder) {
            return;
        }
        $found = FoundShoot::ofFolder($folder, [new FoundFile($folder, [''])]);
        $date = $found->date ?? $row->text('date');
        $this->database->executeStatement('UPDATE shoot SET folder = ?, date = ?, description = ?, place = ? WHERE id = ? AND NOT EXISTS (SELECT 1 FROM shoot o WHERE o.place = ?)', [$folder, $date, $found->description, Shoot::placeOf($folder, $date, $found->description), $shoot, Shoot::placeOf($folder, $date, $found->description)]);
    }
}
