<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** The names in a folder, without "." and "..", sorted by their bytes; as many as were given before the error, where there was one. */
final readonly class FolderList
{
    /**
     * @param list<string> $names
     * @param string|null  $error in the system's words; null where the list is whole
     */
    public function __construct(public array $names, public ?string $error)
    {
    }
}
