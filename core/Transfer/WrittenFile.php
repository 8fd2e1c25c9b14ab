<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** What passed from the source to the temporary files of its copies. */
final readonly class WrittenFile
{
    /**
     * @param string                   $checksum  XXH128
     * @param string                   $print     quick print
     * @param string|null              $sha256    where it was asked for
     * @param array<int, bool>         $keepsTime store => whether its drive took the original's modification time
     * @param array<int, CouldNotCopy> $failed    store => why it has none
     */
    public function __construct(public string $checksum, public string $print, public ?string $sha256, public array $keepsTime, public array $failed)
    {
    }
}
