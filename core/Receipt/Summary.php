<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Words\Count;

/** A receipt's sums, which add up to what was on the card, and the sentence that they come to. */
final readonly class Summary
{
    /**
     * @param list<Sum> $sums     one for each outcome that occurs
     * @param int       $unlisted folders of the card that could not be listed, or not to their end
     */
    public function __construct(public array $sums, public int $unlisted = 0)
    {
    }

    public function files(Outcome ...$outcomes): int
    {
        return array_sum(array_map(static fn (Sum $sum): int => $sum->files, $this->of($outcomes)));
    }

    public function bytes(Outcome ...$outcomes): int
    {
        return array_sum(array_map(static fn (Sum $sum): int => $sum->bytes, $this->of($outcomes)));
    }

    /** Files that should have come in and have not, and folders that may hold more of them. */
    public function troubles(): int
    {
        return $this->files(...array_filter(Outcome::cases(), static fn (Outcome $outcome): bool => $outcome->isTrouble())) + $this->unlisted;
    }

    /** "251 files on the card: 180 brought in and proven, 7 left out, 4 not stills." */
    public function sentence(): string
    {
        $parts = [];
        foreach (Outcome::cases() as $outcome) {
            $count = $this->files($outcome);
            if ($count > 0) {
                $parts[] = Count::figure($count).' '.$outcome->inWords($count);
            }
        }
        $unlisted = 0 === $this->unlisted ? '' : ' '.Count::of($this->unlisted, 'folder', 'folders').' could not be listed to the end: there may be more on the card.';

        return \sprintf('%s on the card%s.%s', Count::of($this->files(), 'file'), [] === $parts ? '' : ': '.implode(', ', $parts), $unlisted);
    }

    /**
     * @param array<Outcome> $outcomes none for all
     *
     * @return list<Sum>
     */
    private function of(array $outcomes): array
    {
        return array_values(array_filter($this->sums, static fn (Sum $sum): bool => [] === $outcomes || \in_array($sum->outcome, $outcomes, true)));
    }
}
