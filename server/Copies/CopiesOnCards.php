<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;

/**
 * Originals that are still on a card in a reader: where no store has a good copy of a file any more that is as its camera
 * wrote it, it is mended from there. All of its bytes are read, and are those of the ledger, before they count.
 */
final readonly class CopiesOnCards
{
    public function __construct(private CopyRepository $copies, private Readers $readers)
    {
    }

    /**
     * @param list<int> $files
     *
     * @return array<int, array{string, SourceFile}> by file: the card's label, and what stands there of its path, size and ends
     */
    public function of(array $files): array
    {
        $found = [];
        $volumes = [] === $files ? [] : $this->readers->volumes();
        foreach ([] === $volumes ? [] : $this->copies->originals($files) as $file => [$path, $bytes, $checksum, $print]) {
            foreach ($volumes as $volume) {
                $source = $found[$file] ?? self::on($volume, $path, $bytes, $checksum, $print);
                if (null !== $source) {
                    $found[$file] = $source;
                }
            }
        }

        return $found;
    }

    /** @return array{string, SourceFile}|null */
    private static function on(Volume $volume, string $path, int $bytes, string $checksum, string $print): ?array
    {
        $file = $volume->path.'/'.PathText::toPath($path);
        clearstatcache(true, $file);
        $stat = @lstat($file);

        try {
            return false !== $stat && is_file($file) && !is_link($file) && $stat['size'] === $bytes && QuickPrint::ofFile($file) === $print ? [$volume->label(), new SourceFile($file, $bytes, $stat['mtime'], null, $checksum)] : null;
        } catch (BrokenFile|CouldNotRead) {
            return null;
        }
    }
}
