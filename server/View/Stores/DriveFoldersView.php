<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

/** The folders of a folder on a drive. */
final readonly class DriveFoldersView
{
    /**
     * @param string       $path    absolute
     * @param list<string> $folders names in it
     * @param string|null  $store   name of the store that it bears the mark of
     * @param string       $room    what is to be known of the room there for a copy of all that is held; '' where there is enough
     */
    public function __construct(public string $path, public array $folders, public ?string $store, public string $room)
    {
    }
}
