<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

/** How far the stamps of a shoot are written. */
final readonly class StampStateView
{
    /**
     * @param int         $waiting       frames whose files are still to be stamped
     * @param int         $noted         frames of which a file does not say what it should
     * @param int         $left          frames of which a file was left so, by the photographer's word
     * @param string|null $canTakeBack   the last change, in words
     * @param list<int>   $withoutRights frames of which nobody's rights are said
     * @param string|null $slip          the default rights slip, which can be said of these; null where there is none
     */
    public function __construct(public int $waiting, public int $noted, public int $left, public ?string $canTakeBack, public int $changed, public array $withoutRights, public ?string $slip)
    {
    }
}
