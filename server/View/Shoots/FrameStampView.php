<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Shoots;

use VelvetLedger\Core\Stamp\PictureChange;

/** What a frame of a shoot says, in short. */
final readonly class FrameStampView
{
    /**
     * @param int|null           $rating   -1 rejected, 0 to 5 stars
     * @param list<string>       $keywords
     * @param string|null        $note     why a file of it does not say what it should
     * @param PictureChange|null $found    what came to that file, where it is not as the ledger has it
     */
    public function __construct(public ?int $rating, public ?string $label, public array $keywords, public bool $waits, public ?string $note, public ?PictureChange $found)
    {
    }
}
