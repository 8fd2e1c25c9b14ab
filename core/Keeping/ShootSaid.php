<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\FolderPattern;

/** What is to be said of a shoot, and where it is to be filed; null means as it is. */
final readonly class ShootSaid
{
    /**
     * @param string|null        $date        its first day
     * @param string|null        $destination folder from the store's root
     * @param string|null        $folder      exactly this folder, from the store's root
     * @param FolderPattern|null $folders     by which its folder is made
     * @param int|null           $cover       the frame that stands for it; 0 for whichever comes first
     */
    public function __construct(public ?string $description = null, public ?string $date = null, public ?string $kindOfWork = null, public ?string $destination = null, public ?string $folder = null, public ?FolderPattern $folders = null, public ?string $notes = null, public ?int $cover = null)
    {
    }

    /** Whether anything of it can be seen in folders and names. */
    public function isSeen(): bool
    {
        return null !== ($this->description ?? $this->date ?? $this->kindOfWork ?? $this->destination ?? $this->folder ?? $this->folders);
    }
}
