<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** Lists the names in a folder, and says when the list broke off: PHP's own functions end it there without a word. */
interface ListsFolder
{
    public function names(string $folder): FolderList;
}
