<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** What passes could be told apart by, and how many frames each would have: said before any is chosen. */
final readonly class Choices
{
    /**
     * @param array<string, int>                   $passes frames that each pass has, of those that are let through
     * @param array<string, array<array-key, int>> $values facet => value => frames of the pass that have it, and what else is asked for; most first
     */
    private function __construct(public array $passes, public array $values)
    {
    }

    /**
     * @param list<LookedAt>     $frames
     * @param array<int, Traits> $traits by frame
     */
    public static function of(array $frames, array $traits, Pass $pass, Among $among): self
    {
        $passes = array_fill_keys(array_column(Pass::cases(), 'value'), 0);
        $values = array_fill_keys(array_column(Facet::cases(), 'value'), []);
        $others = array_map(static fn (Facet $facet): Among => $among->with($facet, ''), Facet::cases());
        foreach ($frames as $frame) {
            $of = $traits[$frame->id] ?? new Traits();
            if ($among->lets($frame, $of)) {
                foreach (Pass::cases() as $one) {
                    $passes[$one->value] += $one->lets($frame->judged) ? 1 : 0;
                }
            }
            foreach ($pass->lets($frame->judged) ? Facet::cases() : [] as $i => $facet) {
                foreach ($others[$i]->lets($frame, $of) ? $facet->of($frame, $of) : [] as $value) {
                    $values[$facet->value][$value] = 1 + ($values[$facet->value][$value] ?? 0);
                }
            }
        }
        foreach ($values as $facet => $counts) {
            Facet::Hour->value === $facet ? ksort($counts, \SORT_STRING) : arsort($counts);
            $values[$facet] = $counts;
        }

        return new self($passes, $values);
    }
}
