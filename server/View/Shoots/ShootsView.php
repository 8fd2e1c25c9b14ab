<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Shoots;

/** A page of shoots, the latest first, and all years that there are shoots of. */
final readonly class ShootsView
{
    /**
     * @param list<ShootView> $shoots
     * @param list<YearView>  $years
     * @param int|null        $older  the shoot to ask for those before; null where there are none
     */
    public function __construct(public array $shoots, public array $years, public ?int $older)
    {
    }
}
