<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Transfer\StoreMark;

/** The folders of the drives that are attached, to choose a store's from; nothing that is on none of them can be named or seen. */
final readonly class DriveFolders
{
    public function __construct(private Drives $drives)
    {
    }

    /**
     * @param string $path absolute
     *
     * @return array{string, list<string>, string|null} the path, the names of the folders in it, and the store that it bears the mark of
     *
     * @throws CouldNotChoose
     */
    public function in(string $path): array
    {
        $real = $this->within($path);
        $names = array_values(array_filter(FolderNames::toChooseFrom($real), static fn (string $name): bool => PathText::of($name) === $name));

        return [$real, $names, StoreMark::at($real)?->name];
    }

    /**
     * The same folder, once it is seen to lie on a drive that is attached and to be reached without a link.
     *
     * @throws CouldNotChoose
     */
    public function within(string $path): string
    {
        $real = str_starts_with($path, '/') && !str_contains($path, "\0") ? realpath($path) : false;
        if (false === $real || !is_dir($real)) {
            throw CouldNotChoose::notThere($path);
        }

        return FolderNames::isWithin($real, array_map(static fn (Drive $drive): string => $drive->path, $this->drives->all())) ? $real : throw CouldNotChoose::onNoDrive($path);
    }
}
