<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** Lists folders by PHP's own functions: an error before the first name is seen, one after it is not. */
final class PlainList implements ListsFolder
{
    public function names(string $folder): FolderList
    {
        error_clear_last();
        $names = @scandir($folder);
        if (false === $names) {
            $said = error_get_last()['message'] ?? '';
            $colon = strrpos($said, ': ');

            return new FolderList([], false === $colon ? 'it does not open' : substr($said, $colon + 2));
        }

        return new FolderList(array_values(array_diff($names, ['.', '..'])), null);
    }
}
