<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

use VelvetLedger\Core\Words\Count;

/** What a sitting comes to: its frames by what is to become of them, how many each pass would have, and the same in a sentence. */
final readonly class Tally
{
    public string $sentence;

    /** @param array<string, int> $passes pass => frames */
    private function __construct(public int $all, public int $kept, public int $dropped, public int $unsure, public int $open, public array $passes)
    {
        $parts = [
            \sprintf('kept %s of %s', Count::figure($kept), Count::figure($all)),
            0 === $dropped ? '' : 'dropped '.Count::figure($dropped),
            0 === $unsure ? '' : 'unsure '.Count::figure($unsure),
            0 === $open ? '' : Count::figure($open).' to go',
        ];
        $this->sentence = implode(', ', array_filter($parts, static fn (string $part): bool => '' !== $part));
    }

    /** @param list<LookedAt> $frames */
    public static function of(array $frames): self
    {
        $passes = array_fill_keys(array_column(Pass::cases(), 'value'), 0);
        foreach ($frames as $frame) {
            foreach (Pass::cases() as $pass) {
                $passes[$pass->value] += $pass->lets($frame->judged) ? 1 : 0;
            }
        }
        $decided = array_count_values(array_map(static fn (LookedAt $frame): string => $frame->judged->decision->value ?? '', $frames));

        return new self(\count($frames), $decided[Decision::Keep->value] ?? 0, $decided[Decision::Drop->value] ?? 0, $decided[Decision::Unsure->value] ?? 0, $decided[''] ?? 0, $passes);
    }
}
