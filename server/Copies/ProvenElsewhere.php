<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Store\Device;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Placing\LeavingRow;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Whether as many proven copies of a file lie elsewhere as are asked for, each on a device of its own, seen now: at stores that
 * are there, with the size that they should have, and read within a day and not changed since, or else read just now.
 */
final class ProvenElsewhere
{
    /** Seconds for which a proof is believed of a file that nobody touched since. */
    private const BELIEVED = 86400;

    /** @var array<int, OpenStore|null> by number; null for one that is away */
    private array $open = [];

    /** @var array<int, string> by number */
    private array $devices = [];

    public function __construct(private readonly CopyRepository $copies, private readonly ReadCopy $reads, private readonly Stores $stores, private readonly Drives $drives)
    {
    }

    /** What is there is looked at anew. */
    public function lookAgain(): void
    {
        $this->open = $this->devices = [];
    }

    /**
     * @param list<LeavingRow>     $some
     * @param \Closure(int): mixed $watch told of bytes as they are read
     *
     * @return array<int, string|null> step => null where there are enough; else what is lacking
     */
    public function of(array $some, \Closure $watch): array
    {
        $files = array_values(array_unique(array_map(static fn (LeavingRow $one): int => $one->copy->file, $some)));
        $proven = $this->copies->proven($files);
        $said = $findings = [];
        foreach ($some as $one) {
            $good = [];
            foreach ($proven[$one->copy->file] ?? [] as $copy) {
                if (!\in_array($copy->store, $one->elsewhere, true) || $this->atLeast($good) >= $one->number) {
                    continue;
                }
                $finding = $this->seen($copy, $watch);
                if (true === $finding) {
                    $good[] = $copy->store;
                } elseif (null !== $finding) {
                    $findings[] = $finding;
                    $good = CopyState::Proven === $finding->state ? [...$good, $copy->store] : $good;
                }
            }
            $said[$one->step] = $this->atLeast($good) >= $one->number ? null : $this->lacking($one, $good);
        }
        $this->copies->enter($findings);

        return $said;
    }

    /**
     * Of a file that another program put beside frames: at which of these stores it lies now with the bytes that the ledger has of it.
     *
     * @param list<array{store: int, path: string, checksum: string, proven: int}> $proofs paths from the shoot's folder
     * @param string                                                               $folder of the shoot
     * @param \Closure(int): mixed                                                 $watch
     *
     * @return list<int>
     */
    public function ofBeside(array $proofs, string $folder, int $bytes, \Closure $watch): array
    {
        $good = [];
        foreach ($proofs as $proof) {
            $store = $this->store($proof['store']);
            try {
                $path = null === $store ? '' : $store->path($folder.'/'.PathText::toPath($proof['path']));
                clearstatcache(true, $path);
                $stat = null === $store || null !== $store->leadsOut(\dirname($folder.'/'.PathText::toPath($proof['path']))) ? false : @lstat($path);
                if (false === $stat || !is_file($path) || is_link($path) || $stat['size'] !== $bytes) {
                    continue;
                }
                $watch(0);
                $isFresh = $proof['proven'] > time() - self::BELIEVED && max($stat['mtime'], $stat['ctime']) <= $proof['proven'];
                if ($isFresh || Checksum::ofFile($path) === $proof['checksum']) {
                    $good[] = $proof['store'];
                }
            } catch (StoreAbsent|CouldNotCopy) {
                continue;
            }
        }

        return $good;
    }

    /**
     * On how many devices copies at these stores lie, of those that are there now.
     *
     * @param list<int> $stores
     */
    public function atLeast(array $stores): int
    {
        return Device::atLeast(array_map($this->device(...), array_values(array_filter($stores, fn (int $store): bool => null !== $this->store($store)))), []);
    }

    /**
     * @param \Closure(int): mixed $watch
     *
     * @return Finding|true|null what was read of it just now; true where it need not be read; null where its store is away
     */
    private function seen(CopyRow $copy, \Closure $watch): Finding|true|null
    {
        $store = $this->store($copy->store);
        if (null === $store) {
            return null;
        }
        try {
            $path = $store->path($copy->path);
            clearstatcache(true, $path);
            $stat = @lstat($path);
            $isFresh = $copy->provenAt > time() - self::BELIEVED && null === $store->leadsOut($copy->folder());
            if ($isFresh && false !== $stat && is_file($path) && !is_link($path) && $stat['size'] === $copy->bytes && max($stat['mtime'], $stat['ctime']) <= $copy->provenAt) {
                return true;
            }

            return $this->reads->from($store, $copy, $watch);
        } catch (StoreAbsent) {
            $this->open[$copy->store] = null;

            return null;
        }
    }

    /** @param list<int> $good */
    private function lacking(LeavingRow $one, array $good): string
    {
        $away = array_values(array_filter($one->elsewhere, fn (int $store): bool => null === $this->store($store)));

        return Count::of($this->atLeast($good), 'proven copy', 'proven copies').' elsewhere'.([] === $good ? '' : ', on '.$this->stores->named($good)).', of '.Count::figure($one->number).' that are asked for on devices of their own'.([] === $away ? '' : '; '.$this->stores->named($away).(1 === \count($away) ? ' is' : ' are').' away');
    }

    private function store(int $store): ?OpenStore
    {
        if (!\array_key_exists($store, $this->open)) {
            try {
                $this->open[$store] = $this->stores->at($this->stores->find($store))->open();
            } catch (StoreAbsent) {
                $this->open[$store] = null;
            }
        }

        return $this->open[$store];
    }

    private function device(int $store): string
    {
        return $this->devices[$store] ??= $this->drives->of((string) $this->store($store)?->store->path)->device ?? '';
    }
}
