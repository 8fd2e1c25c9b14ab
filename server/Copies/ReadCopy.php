<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Reads one copy from its medium and says how it was found. */
final readonly class ReadCopy
{
    public function __construct(private Medium $medium)
    {
    }

    /**
     * @param \Closure(int): mixed $read told of bytes as they are read
     *
     * @throws StoreAbsent where it is the whole store that is not there
     */
    public function from(OpenStore $store, CopyRow $copy, \Closure $read): Finding
    {
        return $this->compared($store, $copy, $read)->atPath($copy->path);
    }

    /** @param \Closure(int): mixed $read */
    private function compared(OpenStore $store, CopyRow $copy, \Closure $read): Finding
    {
        $path = $store->path($copy->path);
        $out = $store->leadsOut($copy->folder());
        if (null !== $out) {
            return Finding::differs($copy->id, null, StoreAbsent::leading($out));
        }
        clearstatcache(true, $path);
        $stat = @lstat($path);
        if (false === $stat) {
            $store->confirm();

            return Finding::missing($copy->id);
        }
        if (is_link($path) || !is_file($path)) {
            return Finding::differs($copy->id, null, 'what stands there is no regular file');
        }
        $this->medium->forget($path);
        try {
            $file = @fopen($path, 'rn');
            if (false === $file) {
                throw CouldNotCopy::sourceNotOpened($path, \VelvetLedger\Core\Transfer\SystemReason::last());
            }
            $checksum = Checksum::ofStream($file, $read);
            fclose($file);
        } catch (CouldNotCopy $broke) {
            $store->confirm();

            return Finding::differs($copy->id, null, 'it could not be read: '.$broke->reason());
        }

        return $checksum === $copy->checksum ? Finding::proven($copy->id, $checksum) : Finding::differs($copy->id, $checksum, $stat['size'] !== $copy->bytes ? \sprintf('it has %s where the ledger has %s', Size::of($stat['size']), Size::of($copy->bytes)) : 'its bytes are others');
    }
}
