<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Conversion;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Store\Device;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Conversions\LetGoRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Takes raws from the stores whose order wants a DNG instead: only where every store has its DNG, proven, and that DNG is
 * read once more at each store in the moment before. Any store that is away keeps its raw, and so do all others.
 */
final readonly class LetsRawsGo
{
    private const AT_ONCE = 200;

    public function __construct(private LetGoRepository $raws, private Stores $stores, private PutsInList $lists, private EntityManagerInterface $ledger, private Drives $drives, private Medium $medium)
    {
    }

    /** @return int raws that went */
    public function letGo(): int
    {
        $went = $shoots = [];
        foreach ($this->raws->mayLetGo(self::AT_ONCE) as $id) {
            $raw = $this->raws->toLetGo($id);
            if (null !== $raw && $this->isSafe($raw['copies'], $raw['wanted'])) {
                $gone = array_keys(array_filter($this->paths($raw['copies']), self::isTaken(...)));
                if (\count($gone) < \count($raw['copies'])) {
                    $this->raws->goneAt($raw['file'], $gone); // the drive did not let it go: it stays there, and is tried again
                } elseif ($this->raws->letGo($id, $raw['file'])) {
                    $went[$raw['intake']] = ($went[$raw['intake']] ?? 0) + 1;
                }
                $shoots[$raw['shoot']] = true;
            }
        }
        foreach ($went as $intake => $number) {
            $receipt = $this->ledger->find(Intake::class, $intake);
            if (null !== $receipt) {
                $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('Receipt %d: %s let go, for their DNGs are proven at every store.', $intake, Count::of($number, 'raw was', 'raws were')), $receipt));
            }
        }
        $this->ledger->flush();
        array_map($this->lists->renew(...), array_keys($shoots));

        return array_sum($went);
    }

    /**
     * As many DNGs as the order wants copies, on as many devices, read just now from their media.
     *
     * @param list<array{store: int, path: string, checksum: string, dng: string|null, dngChecksum: string}> $copies
     */
    private function isSafe(array $copies, int $wanted): bool
    {
        $devices = [];
        try {
            foreach ($copies as $copy) {
                $store = $this->stores->at($this->stores->find($copy['store']))->open();
                $dng = null === $copy['dng'] || null !== $store->leadsOut(OpenStore::folderOf($copy['dng'])) ? null : $store->path($copy['dng']);
                if (null === $dng || !is_file($dng)) {
                    return false;
                }
                $this->medium->forget($dng);
                if (Checksum::ofFile($dng) !== $copy['dngChecksum']) {
                    return false;
                }
                $devices[] = $this->drives->of($store->store->path)->device ?? '';
            }
        } catch (StoreAbsent) {
            return false;
        }

        return \count($copies) >= $wanted && Device::atLeast($devices, []) >= $wanted;
    }

    /**
     * @param list<array{store: int, path: string, checksum: string, dng: string|null, dngChecksum: string}> $copies
     *
     * @return array<int, array{string, string}> store => absolute path, the raw's checksum
     */
    private function paths(array $copies): array
    {
        $paths = [];
        foreach ($copies as $copy) {
            $paths[$copy['store']] = [$this->stores->at($this->stores->find($copy['store']))->path.'/'.$copy['path'], $copy['checksum']];
        }

        return $paths;
    }

    /**
     * Takes a raw away. What somebody put in its place is not ours to take, and no raw of ours any more.
     *
     * @param array{string, string} $raw absolute path, checksum
     *
     * @return bool whether it is not there any more
     */
    private static function isTaken(array $raw): bool
    {
        [$path, $checksum] = $raw;
        clearstatcache(true, $path);

        return !is_file($path) || is_link($path) || Checksum::ofFile($path) !== $checksum || @unlink($path);
    }
}
