<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Keeping;

use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Wanted;

/** How a frame is called and lies, and shall be and lie. */
final readonly class NameChangeView
{
    public int $id;
    public string $stem;
    public string $folder;
    public string $takenAt;
    public string $stemAfter;
    public string $folderAfter;
    public string $takenAtAfter;

    /** Whether any word of it has this in it, however cased. */
    public function has(string $search): bool
    {
        return false !== mb_stripos("$this->folder/$this->stem $this->folderAfter/$this->stemAfter", $search);
    }

    public function __construct(KeptFrame $frame, Wanted $wanted)
    {
        $this->id = $frame->id;
        [$this->stem, $this->folder, $this->takenAt] = [$frame->now->stem, $frame->now->folder, $frame->now->standing->takenAt ?? ''];
        [$this->stemAfter, $this->folderAfter, $this->takenAtAfter] = [$wanted->stem, $wanted->folder, $wanted->standing->takenAt ?? $this->takenAt];
    }
}
