<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Conversion;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\ConversionRepository;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\Intake;
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

    public function __construct(private ConversionRepository $conversions, private Stores $stores, private PutsInList $lists, private EntityManagerInterface $ledger)
    {
    }

    /** @return int raws that went */
    public function letGo(): int
    {
        $went = $shoots = [];
        foreach ($this->conversions->mayLetGo(self::AT_ONCE) as $id) {
            $raw = $this->conversions->toLetGo($id);
            if (null !== $raw && $this->isSafe($raw['copies'])) {
                foreach ($this->paths($raw['copies']) as $path => $checksum) {
                    clearstatcache(true, $path);
                    if (is_file($path) && !is_link($path) && Checksum::ofFile($path) === $checksum) { // what somebody put in its place is not ours to take
                        @unlink($path);
                    }
                }
                $this->conversions->letGo($id, $raw['file'], $raw['shoot'], $raw['bytes']);
                $went[$raw['intake']] = ($went[$raw['intake']] ?? 0) + 1;
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

    /** @param list<array{store: int, path: string, checksum: string, dng: string|null, dngChecksum: string}> $copies */
    private function isSafe(array $copies): bool
    {
        try {
            foreach ($copies as $copy) {
                $store = $this->stores->at($this->stores->find($copy['store']))->open();
                $dng = null === $copy['dng'] || null !== $store->leadsOut(OpenStore::folderOf($copy['dng'])) ? null : $store->path($copy['dng']);
                if (null === $dng || !is_file($dng) || Checksum::ofFile($dng) !== $copy['dngChecksum']) {
                    return false;
                }
            }
        } catch (StoreAbsent) {
            return false;
        }

        return [] !== $copies;
    }

    /**
     * @param list<array{store: int, path: string, checksum: string, dng: string|null, dngChecksum: string}> $copies
     *
     * @return array<string, string> absolute path => the raw's checksum
     */
    private function paths(array $copies): array
    {
        $paths = [];
        foreach ($copies as $copy) {
            $paths[$this->stores->at($this->stores->find($copy['store']))->path.'/'.$copy['path']] = $copy['checksum'];
        }

        return $paths;
    }
}
