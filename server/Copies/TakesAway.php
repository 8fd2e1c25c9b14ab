<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Takes a file of ours away from a store. It is read first: what has other bytes is not ours to take. */
final class TakesAway
{
    public const CHANGED = 'somebody changed it: what lies there is not what the ledger has of it';

    /**
     * @param string       $path  from the store's root
     * @param list<string> $known XXH128 of the bytes that it may have
     *
     * @return array{string|null, bool} why it is still there, null where it is not; and whether it is not ours to take
     *
     * @throws StoreAbsent where it is the drive that is not there any more
     */
    public static function file(OpenStore $store, string $path, array $known): array
    {
        $out = $store->leadsOut(OpenStore::folderOf($path));
        if (null !== $out) {
            return [StoreAbsent::leading($out), false];
        }
        $full = $store->path($path);
        clearstatcache(true, $full);
        if (false === @lstat($full)) {
            return [null, false];
        }
        if (!is_file($full) || is_link($full)) {
            return ['what stands there is no regular file', true];
        }
        try {
            if (!\in_array(Checksum::ofFile($full), $known, true)) {
                return [self::CHANGED, true];
            }
        } catch (CouldNotCopy $failure) {
            return [$failure->reason(), false];
        }
        error_clear_last();

        return [@unlink($full) ? null : SystemReason::last(), false];
    }
}
