<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Changes\FollowingRepository;
use VelvetLedger\Server\Stores\OpenStore;

/** Files in a folder at a store, and below it, that are not the ledger's: what other programs put there. */
final readonly class OtherFiles
{
    /** Names of ours, of files that are on their way to another name. */
    private const BESIDE = '/^\..*\.(follows-\d+-\d+|moving-\d+|waits|claim)$/s';

    public function __construct(private FollowingRepository $copies)
    {
    }

    /** Whether a file is ours by its name: a list, a mark, or on its way. */
    public static function isOurs(string $name): bool
    {
        return \in_array($name, [ChecksumList::XXH128, ChecksumList::SHA256, StoreMark::FILE], true) || null !== WriterMark::in($name) || 1 === preg_match(self::BESIDE, $name);
    }

    /**
     * What is hidden, a link or no regular file is not among them.
     *
     * @param string       $folder from the store's root
     * @param list<string> $but    folders that are left out, with what is below them
     *
     * @return iterable<string, array<array-key, int>> path from the store's root => as lstat() has it
     */
    public function in(OpenStore $store, int $number, string $folder, array $but): iterable
    {
        $paths = array_map(static fn (string $name): string => "$folder/$name", array_values(array_filter(FolderNames::in($store->path($folder)), static fn (string $name): bool => '.' !== $name[0] && !self::isOurs($name))));
        $copies = $this->copies->copiesAmong($number, array_values(array_filter($paths, static fn (string $path): bool => mb_check_encoding($path, 'UTF-8'))));
        foreach ($paths as $path) {
            $stat = isset($copies[$path]) ? false : @lstat($store->path($path));
            if (false === $stat || is_link($store->path($path))) {
                continue;
            }
            if (is_dir($store->path($path))) {
                if (!\in_array($path, $but, true) && null === $store->leadsOut($path)) {
                    yield from $this->in($store, $number, $path, $but);
                }
            } elseif (is_file($store->path($path))) {
                yield $path => $stat;
            }
        }
    }
}
