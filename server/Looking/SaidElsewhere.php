<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Budget;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpText;
use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Stores\Stores;

/** Stars and labels that another program wrote into frames' files since the ledger read them: told beside one's own, never taken in their place. */
final readonly class SaidElsewhere
{
    /** Files that are looked at in one go, and of those that were changed so many are read. */
    private const LOOKED_AT = 1500;
    private const READ = 200;

    public function __construct(private LookRepository $frames, private Stores $stores)
    {
    }

    /**
     * @param int $after a frame: those with a greater number are looked at
     *
     * @return array{array<int, Judgement>, int|null} frame => what its file says by now, where that is not how it is judged; and after which frame there are more
     */
    public function of(Lot $lot, int $after): array
    {
        $homes = $found = [];
        $read = $looked = 0;
        foreach ($this->frames->saying($lot, $after) as $file) {
            $home = $homes[$file['store']] ??= $this->stores->at($this->stores->find($file['store']));
            if (!$home->isPresent()) {
                continue;
            }
            if (++$looked > self::LOOKED_AT || $read >= self::READ) {
                return [$found, $file['frame'] - 1];
            }
            $stat = @lstat($home->path.'/'.$file['path']);
            if (false === $stat || ($stat['size'] === $file['bytes'] && $stat['mtime'] <= $file['proven'])) {
                continue;
            }
            $said = self::read($home->path.'/'.$file['path']);
            if (null !== $said && ($said->rating() !== $file['judged']->rating() || $said->label !== $file['judged']->label)) {
                $found[$file['frame']] = $said;
            }
            ++$read;
        }

        return [$found, null];
    }

    /** Null where it cannot be read just now. */
    private static function read(string $path): ?Judgement
    {
        try {
            if ('xmp' === strtolower(pathinfo($path, \PATHINFO_EXTENSION))) {
                $tree = XmpTree::parse((string) @file_get_contents($path, length: XmpText::LONGEST + 1));
                $rating = $tree->text(XmpName::of('xmp:Rating'));

                return Judgement::written(is_numeric($rating) ? (int) $rating : null, $tree->text(XmpName::of('xmp:Label')));
            }
            $facts = CoreFactsReader::of(Bytes::ofFile($path, new Budget()));

            return Judgement::written($facts->rating, $facts->remarks->label);
        } catch (BrokenFile|CouldNotRead|NoPicture) {
            return null;
        }
    }
}
