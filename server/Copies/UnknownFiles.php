<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Stores\OpenStore;

/** Files that lie in the folders of shoots at a store and are not the ledger's. */
final readonly class UnknownFiles
{
    private const MOST_SHOWN = 300;

    public function __construct(private Connection $database, private CopyRepository $copies)
    {
    }

    /** @return array{list<string>, int} paths from the store's root, as PathText, and how many there are */
    public function at(OpenStore $store, int $number, ?int $shoot): array
    {
        $unknown = [];
        $inAll = 0;
        foreach ($this->copies->folders($number, $shoot) as $folder) {
            $known = array_flip(array_filter($this->database->fetchFirstColumn('SELECT substr(path, ?) FROM copy WHERE store_id = ? AND path LIKE ? AND path NOT LIKE ?', [\strlen($folder) > 0 ? mb_strlen($folder) + 2 : 1, $number, self::like($folder).'%', self::like($folder).'%/%']), \is_string(...)));
            foreach (FolderNames::in(rtrim($store->path($folder), '/')) as $name) {
                $path = ltrim("$folder/$name", '/');
                if ('.' !== $name[0] && !isset($known[$name]) && !\in_array($name, [ChecksumList::XXH128, ChecksumList::SHA256], true) && !is_dir($store->path($path))) {
                    ++$inAll;
                    if (\count($unknown) < self::MOST_SHOWN) {
                        $unknown[] = PathText::of($path);
                    }
                }
            }
        }

        return [$unknown, $inAll];
    }

    private static function like(string $folder): string
    {
        return '' === $folder ? '' : addcslashes($folder, '\\%_').'/';
    }
}
