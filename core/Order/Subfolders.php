<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Naming\PortableText;

/** Folders made in each new shoot, empty but for the one that its frames go to; and trees of later stages in which it has one, too. */
final readonly class Subfolders
{
    private const MOST = 40;

    /**
     * @param list<string>    $make
     * @param list<StageTree> $trees
     */
    private function __construct(public array $make, public string $framesInto, public array $trees = [])
    {
    }

    public static function none(): self
    {
        return new self([], '');
    }

    /**
     * @param list<string>    $make       paths from the shoot's folder, "exports/full"
     * @param string          $framesInto one of them; '' for the shoot's folder itself
     * @param list<StageTree> $trees
     *
     * @throws CouldNotOrder
     */
    public static function of(array $make, string $framesInto = '', array $trees = []): self
    {
        if (\count($make) > self::MOST) {
            throw CouldNotOrder::tooManySubfolders(self::MOST);
        }
        $seen = [];
        foreach ($make as $folder) {
            $portable = implode('/', array_map(static fn (string $name): string => PortableText::forFolder($name), explode('/', $folder)));
            if ($portable !== $folder || str_contains("/$folder/", '//') || str_contains("/$folder", '/.')) {
                throw CouldNotOrder::subfolder($folder, trim(preg_replace('#/{2,}#', '/', $portable) ?? '', '/.'));
            }
            $seen[PortableText::key($folder)] ??= $folder;
        }
        if ('' !== $framesInto && !\in_array($framesInto, $seen, true)) {
            throw CouldNotOrder::framesInto($framesInto);
        }

        $roots = array_map(static fn (StageTree $tree): string => PortableText::key($tree->root), $trees);
        if ($roots !== array_unique($roots)) {
            throw CouldNotOrder::stageTwice();
        }

        return new self(array_values($seen), $framesInto, $trees);
    }
}
