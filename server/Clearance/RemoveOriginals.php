<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Store\Device;
use VelvetLedger\Core\Transfer\SameBytes;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\Cards\KnownOnCard;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\Stores;

/**
 * Removes originals from a card, where the settings allow it: only files that are cleared, each compared byte for byte
 * with every copy that clears it, once more, just before; each written in the day book. A drive that is away keeps its file.
 */
final readonly class RemoveOriginals
{
    public function __construct(private EntityManagerInterface $ledger, private Settings $settings, private Readers $readers, private CardClearance $clearance, private CardRepository $cards, private ClearanceRepository $known, private Stores $stores, private Drives $drives)
    {
    }

    /**
     * @param \Closure(): mixed $watch asked between files; what it throws ends it there
     *
     * @throws CouldNotRemove
     */
    public function remove(string $id, \Closure $watch): void
    {
        if (!$this->settings->removeOriginals) {
            throw CouldNotRemove::notAllowed();
        }
        $this->ledger->clear();
        $volume = $this->readers->volume($id);
        $card = $this->cards->find($volume->identity) ?? throw CouldNotRemove::notAllowed();
        $known = $this->known->ofCard($card);
        $wanted = $this->clearance->wanted($volume)->number;
        foreach ($this->clearance->cleared($volume) as $cleared) {
            $watch();
            $file = $cleared->file;
            $source = new SourceFile($volume->path.'/'.$file->path, $file->bytes, $file->modifiedAt);
            try {
                $equal = $this->compare($source, $known[$file->text()]);
                if ($equal < $wanted) {
                    throw CouldNotRemove::tooFew($file->text(), $equal, $wanted);
                }
                $said = @unlink($source->path) ? \sprintf('%s was removed from %s: %d copies were compared with it byte for byte just before.', $file->text(), $volume->label(), $equal) : throw CouldNotRemove::refused($file->text());
            } catch (CouldNot $failure) {
                $said = PathText::visible($failure->getMessage()).' It stays on the card.';
            }
            $this->ledger->persist(DayBookEntry::ofCard($said, $card));
            $this->ledger->flush();
        }
    }

    /** How many copies, each at a store on a device of its own, are the same byte for byte. */
    private function compare(SourceFile $source, KnownOnCard $known): int
    {
        $devices = [];
        foreach ($this->known->copies([$known->checksum ?? '']) as $copy) {
            $entity = $this->stores->find($copy['store']);
            $store = $this->stores->at($entity);
            if ($copy['proven'] && $store->isPresent() && null === $store->open()->leadsOut(OpenStore::folderOf($copy['path'])) && SameBytes::are($source, $store->path.'/'.$copy['path'])) {
                $devices[] = $this->drives->of($store->path)->device ?? '';
            }
        }

        return Device::atLeast($devices, []);
    }
}
