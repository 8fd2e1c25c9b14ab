<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Shoots\Making;

/** Enters pictures that other programs made of a frame's, as files of their own beside it: with a copy at every store that the frame belongs at, owed where it is not there. */
final readonly class EditEntries
{
    public function __construct(private Connection $database, private MoveRepository $moves)
    {
    }

    /** Of one that is kept already, what follows the frame's stem in its name. */
    public function endingOf(int $frame, string $checksum): ?string
    {
        $ending = $this->database->fetchOne('SELECT ending
            FROM file
            WHERE frame_id = ? AND making = ? AND checksum = ?', [$frame, Making::Edited->value, $checksum]);

        return \is_string($ending) ? $ending : null;
    }

    /** @param string $path from a store's root */
    public function isTaken(string $path): bool
    {
        return false !== $this->database->fetchOne('SELECT 1 FROM copy WHERE path = ? LIMIT 1', [$path]);
    }

    public function kept(FrameToStamp $frame, string $ending, int $bytes, Copied $copied): void
    {
        $this->database->transactional(function () use ($frame, $ending, $bytes, $copied): void {
            $file = $this->database->fetchOne('INSERT INTO file (frame_id, making, ending, bytes, checksum)
                VALUES (?, ?, ?, ?, ?)
                RETURNING id', [$frame->id, Making::Edited->value, $ending, $bytes, $copied->written->checksum]);
            foreach (array_unique([...$frame->stores(), ...array_keys($copied->copies)]) as $store) {
                $copy = $copied->copies[$store] ?? null;
                $at = $copy?->provenAt->format('Y-m-d H:i:s.uP');
                $id = $this->database->fetchOne('INSERT INTO copy (file_id, store_id, path, state, checksum, proven_at, because)
                    SELECT ?::int, p.store, '.MoveRepository::freePlace('p.store', 'p.path').', ?, ?, ?::timestamptz, ?
                    FROM (SELECT ?::int AS store, ?::text AS path) p
                    RETURNING id', [$file, (null === $at ? CopyState::Owed : CopyState::Proven)->value, null === $at ? null : $copied->written->checksum, $at, null === $at ? 'it was kept while the drive was away' : null, $store, $frame->path($ending)]);
                if (null !== $at) {
                    $this->database->executeStatement('INSERT INTO proof (copy_id, checksum, holds, at)
                        VALUES (?, ?, true, ?)', [$id, $copied->written->checksum, $at]);
                }
            }
            $this->moves->landed([$frame->id]);
        });
    }
}
