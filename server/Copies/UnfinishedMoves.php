<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Keeping\Spelling;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Server\Persistence\Copies\MoveRow;
use VelvetLedger\Server\Stores\OpenStore;

/**
 * What a run began to move when it was killed, or its drive left. Files of a chain may lie at each other's places by then: all of
 * them are read where they may be, and the ledger has them there, before anything is moved on.
 */
final class UnfinishedMoves
{
    /**
     * @param list<MoveRow> $begun
     *
     * @return list<array{step: int, copy: int, path: string, done: bool}> those that lie elsewhere by now: path from the store's root, and whether that is where they are to be
     */
    public static function settle(OpenStore $store, array $begun): array
    {
        $moved = [];
        $store->spell(array_map(static fn (MoveRow $move): string => OpenStore::folderOf($move->to), $begun));
        foreach ($begun as $move) {
            foreach ([$move->to, $move->beside()] as $to) {
                PublishesByClaim::takeBack($store->path($to)); // of a run that may have been about to lay it there, and now it is to be elsewhere
                if ($store->isOneEntry($move->copy->path, $to) && !Spelling::isSpelled($store->path($to))) {
                    continue;
                }
                if ($to !== $move->copy->path && self::holds($store->path($to), $move)) {
                    self::leaveOne($store, $move->copy->path, $to);
                    $moved[$move->step] = ['step' => $move->step, 'copy' => $move->copy->id, 'path' => $to, 'done' => $to === $move->to];
                    break;
                }
            }
        }
        $taken = array_column($moved, 'path', 'path');
        foreach ($begun as $move) {
            if (!isset($moved[$move->step]) && isset($taken[$move->copy->path])) {
                $moved[$move->step] = ['step' => $move->step, 'copy' => $move->copy->id, 'path' => $move->beside(), 'done' => false]; // it is nowhere, and another lies at its place
            }
        }

        return array_values($moved);
    }

    /** Whether a file is this copy, by all of its bytes. */
    private static function holds(string $path, MoveRow $move): bool
    {
        clearstatcache(true, $path);
        try {
            return is_file($path) && !is_link($path) && \in_array(Checksum::ofFile($path), [$move->checksum(), $move->copy->checksum], true);
        } catch (CouldNotCopy) {
            return false;
        }
    }

    /** Of two names of one file, where it was cut off between them, only the new one stays. */
    private static function leaveOne(OpenStore $store, string $from, string $to): void
    {
        clearstatcache();
        [$old, $new] = [@lstat($store->path($from)), @lstat($store->path($to))];
        if (false !== $old && false !== $new && $old['nlink'] > 1 && [$old['dev'], $old['ino']] === [$new['dev'], $new['ino']] && !$store->isOneEntry($from, $to)) {
            @unlink($store->path($from));
        }
    }
}
