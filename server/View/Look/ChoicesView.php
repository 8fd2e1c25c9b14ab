<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\Among;
use VelvetLedger\Core\Look\Choices;
use VelvetLedger\Core\Look\Facet;
use VelvetLedger\Core\Look\Pass;

/** What passes can be told apart by, with counts. */
final readonly class ChoicesView
{
    private const MOST_OF_EACH = 40;

    /** @var list<PassCountView> of what is let through */
    public array $passes;

    /** @var list<ChoiceView> facet by facet */
    public array $choices;

    public function __construct(Choices $choices, Among $among)
    {
        $this->passes = array_map(static fn (Pass $pass): PassCountView => new PassCountView($pass, $choices->passes[$pass->value] ?? 0), Pass::cases());
        $found = [];
        foreach (Facet::cases() as $facet) {
            $values = $choices->values[$facet->value] ?? [];
            $shown = array_map(strval(...), array_keys(\array_slice($values, 0, self::MOST_OF_EACH, true)));
            $on = array_diff(array_filter([$among->value($facet)], static fn (string $value): bool => '' !== $value), $shown); // it is not hidden
            foreach ([...$shown, ...$on] as $value) {
                $found[] = new ChoiceView($facet, $value, $values[$value] ?? 0, $value === $among->value($facet));
            }
        }
        $this->choices = $found;
    }
}
