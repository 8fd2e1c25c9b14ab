<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

/** The folders of a folder on a drive. */
final readonly class DriveFoldersView
{
    /**
     * @param string       $path    absolute
     * @param list<string> $folders names in it
     * @param string|null  $store   name of the store that it bears the mark of
     */
    public function __construct(public string $path, public array $folders, public ?string $store)
    {
    }
}
