<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** Lists folders by PHP's own functions: an error before the first name is seen, one after it is not. */
final class PlainList implements ListsFolder
{
    public function names(string $folder): FolderList
    {
        error_clear_last();
        $open = @opendir($folder); // scandir() warns twice, and its second word is of whatever went on between the two
        if (false === $open) {
            $said = error_get_last()['message'] ?? '';
            $colon = strrpos($said, ': ');

            return new FolderList([], false === $colon ? 'it does not open' : substr($said, $colon + 2));
        }

        $names = [];
        while (false !== $name = readdir($open)) {
            if ('.' !== $name && '..' !== $name) {
                $names[] = $name;
            }
        }
        closedir($open);
        sort($names, \SORT_STRING);

        return new FolderList($names, null);
    }
}
