<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** The folders that were made for files on their way, so that they can be taken away again where none came. */
final class MadeFolders
{
    /** @var list<string> each after the folder it stands in */
    private array $made = [];

    /** @throws CouldNotCopy */
    public function make(string $folder): void
    {
        array_push($this->made, ...LastingFolders::make($folder));
    }

    /** Takes away those of them that are empty: what came into one since, from wherever, keeps it. */
    public function takeAway(): void
    {
        foreach (array_reverse($this->made) as $folder) {
            @rmdir($folder);
        }
        $this->made = [];
    }
}
