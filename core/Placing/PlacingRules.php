<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

/** Rules in their order: the first that takes some work counts; the last takes all. */
final readonly class PlacingRules
{
    /** @param list<PlacingRule> $special in their order */
    public function __construct(public array $special, public PlacingRule $all)
    {
    }

    public function for(PlacedWork $work): PlacingRule
    {
        foreach ($this->special as $rule) {
            if ($rule->which->takes($work)) {
                return $rule;
            }
        }

        return $this->all;
    }

    /** @return array<int, bool> as PlacingRule::wanted() */
    public function wanted(Whereabouts $shoot): array
    {
        return $this->for($shoot->work)->wanted($shoot);
    }

    /** @return list<PlacingRule> that name a store, beside the last */
    public function naming(int $store): array
    {
        return array_values(array_filter($this->special, static fn (PlacingRule $rule): bool => \in_array($store, $rule->stores(), true)));
    }
}
