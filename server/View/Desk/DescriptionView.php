<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

use VelvetLedger\Server\View\Stamps\SaidView;

/** What a shoot was called, when one last was, and what else its pictures say of the occasion. */
final readonly class DescriptionView
{
    /**
     * @param string             $date     of the last shoot that was called so
     * @param list<SaidView>     $said     those that are not empty
     * @param list<list<string>> $keywords each from its outermost parent to itself
     */
    public function __construct(public string $description, public string $date, public array $said, public array $keywords)
    {
    }
}
