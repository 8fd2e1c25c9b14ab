<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** What this ledger was told of the machine it runs on: where cards and drives appear, and the stores that it begins with. */
final readonly class Settings
{
    /** Some 40,000 pictures at the size of a screen. */
    public const PICTURE_ROOM = 20_000_000_000;

    /**
     * @param list<string>                          $readers         folders whose subfolders are mounted volumes; "*" stands for any one name
     * @param list<StorePlace>                      $stores          that a new ledger begins with; later they are kept on the page of stores
     * @param list<string>                          $eject           a command and its arguments, "{volume}" standing for the volume's path; empty where there is none
     * @param string|null                           $simulatedDrives a folder whose subfolders count as drives, each a device of its own: for trying things out
     * @param bool                                  $removeOriginals whether originals may be removed from a card that is cleared
     * @param int                                   $pictureRoom     bytes that pictures for the screen may take in the ledger's home
     * @param list<string>                          $languages       of what is written of pictures, in whose forms words are found: as PostgreSQL calls them, "english"
     * @param array<string, non-empty-list<string>> $programs        name => a command and its arguments, "{paths}" standing for the folders or files that are opened in it
     */
    public function __construct(public array $readers, public array $stores = [], public array $eject = [], public ?string $simulatedDrives = null, public bool $removeOriginals = false, public int $pictureRoom = self::PICTURE_ROOM, public array $programs = [], public array $languages = ['english'])
    {
    }
}
