<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Aside;

/** What of a shoot is dropped and lies in it still, and what is set aside. */
final readonly class AsideView
{
    /**
     * @param string               $name   what is written to let frames of it go for good
     * @param list<AsideFrameView> $frames that are set aside
     * @param list<string>         $away   stores that are not there, and follow when they are back
     */
    public function __construct(public int $shoot, public string $date, public string $description, public string $name, public AsideSumView $dropped, public AsideSumView $aside, public array $frames, public array $away)
    {
    }
}
