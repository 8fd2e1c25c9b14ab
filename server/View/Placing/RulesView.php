<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

/** Where work lies: the rules in their order, the last of which takes all, and what each store holds by kind of work and year. */
final readonly class RulesView
{
    /**
     * @param list<RuleView>    $rules
     * @param list<HoldingView> $holdings by store, the latest year first
     * @param list<string>      $kinds    of work that there are, or orders name
     * @param list<string>      $orders   by name
     */
    public function __construct(public array $rules, public array $holdings, public array $kinds, public array $orders)
    {
    }
}
