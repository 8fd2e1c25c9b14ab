<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

use VelvetLedger\Server\View\Shoots\ShootFrameView;

/** A shoot of which frames were found, or what else they stand together by: how many of how many. */
final readonly class FoundSectionView
{
    /**
     * @param string               $value  of the order, see FindOrder
     * @param int|null             $shoot  whose its page is
     * @param string               $date   of the shoot; '' of another section
     * @param string               $called what stands over it
     * @param list<ShootFrameView> $first  of its frames, so many as are asked for at once; of the first section only: they are in view
     */
    public function __construct(public string $value, public ?int $shoot, public string $date, public string $called, public int $found, public int $frames, public array $first = [])
    {
    }

    /** @param list<ShootFrameView> $first */
    public function with(array $first): self
    {
        return new self($this->value, $this->shoot, $this->date, $this->called, $this->found, $this->frames, $first);
    }
}
