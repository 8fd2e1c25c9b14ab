<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use Doctrine\DBAL\Connection;
use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;

/** The checksum lists of shoots' folders at a store, and of those where their dropped frames are set aside: of the copies that are proven there, by what the ledger has of them. */
final readonly class ListsOfStore
{
    public function __construct(private Connection $database, private ShootRepository $shoots, private LoggerInterface $log)
    {
    }

    /** @param list<string> $folders from the store's root: of shoots, or below those of shoots, whose lists these are; or of what is set aside */
    public function renew(OpenStore $store, int $number, array $folders): void
    {
        foreach ($this->withLists($store, $folders) as $folder => $isOfUs) {
            if (!$store->store->isPresent()) {
                return;
            }
            try {
                if (null !== $store->leadsOut($folder)) {
                    continue; // the list there is another's
                }
            } catch (StoreAbsent) {
                return;
            }
            $of = rtrim($store->path($folder), '/');
            if (!is_dir($of)) {
                continue;
            }
            $start = '' === $folder ? '' : $folder.'/';
            $xxh128 = $sha256 = [];
            foreach (!$isOfUs ? [] : $this->database->iterateAssociative("SELECT c.path, f.checksum, f.sha256 FROM copy c JOIN file f ON f.id = c.file_id WHERE c.store_id = ? AND c.state = 'proven' AND c.path >= ? AND c.path < ?", [$number, $start, '' === $folder ? "\u{10FFFF}" : $folder.'0']) as $row) {
                $path = substr(\is_string($row['path']) ? $row['path'] : '', \strlen($start));
                $xxh128[$path] = \is_string($row['checksum']) ? $row['checksum'] : '';
                if (\is_string($row['sha256'])) {
                    $sha256[$path] = $row['sha256'];
                }
            }
            if (!ChecksumList::put($of.'/'.ChecksumList::XXH128, ChecksumList::text($xxh128)) || !ChecksumList::put($of.'/'.ChecksumList::SHA256, ChecksumList::text($sha256))) {
                $this->log->warning('The checksum list in {file} could not be written', ['file' => $of]);
            }
        }
    }

    /**
     * @param list<string> $folders
     *
     * @return iterable<string, bool> folder => whether it has a list by now; one that it had is taken away else: no shoot is there any more, or what was set aside there came back
     */
    private function withLists(OpenStore $store, array $folders): iterable
    {
        $of = array_values(array_unique([...$this->shoots->foldersAbove($folders), ...$this->shoots->foldersAside($folders)]));
        foreach ($of as $folder) {
            yield $folder => true;
        }
        foreach (array_diff($folders, $of) as $folder) {
            $isRespelled = [] !== array_filter($of, static fn (string $one): bool => $store->isOneEntry($one, $folder)); // its list is that one's
            if (!$isRespelled && is_file(rtrim($store->path($folder), '/').'/'.ChecksumList::XXH128)) {
                yield $folder => false;
            }
        }
    }
}
