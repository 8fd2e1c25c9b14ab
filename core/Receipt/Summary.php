<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

/** A receipt's sums, which add up to what was on the card, and the sentence that they come to. */
final readonly class Summary
{
    /** @param list<Sum> $sums one for each outcome that occurs */
    public function __construct(public array $sums)
    {
    }

    public function files(Outcome ...$outcomes): int
    {
        $files = 0;
        foreach ($this->sums as $sum) {
            $files += [] === $outcomes || \in_array($sum->outcome, $outcomes, true) ? $sum->files : 0;
        }

        return $files;
    }

    public function bytes(Outcome ...$outcomes): int
    {
        $bytes = 0;
        foreach ($this->sums as $sum) {
            $bytes += [] === $outcomes || \in_array($sum->outcome, $outcomes, true) ? $sum->bytes : 0;
        }

        return $bytes;
    }

    /** "251 files on the card: 180 brought in and proven, 7 left out, 4 not stills." */
    public function sentence(): string
    {
        $words = [
            [Outcome::BroughtIn, 'brought in and proven'],
            [Outcome::Waiting, 'still to copy'],
            [Outcome::Held, 'held already'],
            [Outcome::LeftOut, 'left out'],
            [Outcome::NotAStill, 'not stills'],
            [Outcome::Unreadable, 'unreadable'],
            [Outcome::Failed, 'failed'],
        ];
        $parts = [];
        foreach ($words as [$outcome, $word]) {
            $count = $this->files($outcome);
            if ($count > 0) {
                $parts[] = $count.' '.$word;
            }
        }
        $all = $this->files();

        return \sprintf('%d %s on the card%s.', $all, 1 === $all ? 'file' : 'files', [] === $parts ? '' : ': '.implode(', ', $parts));
    }
}
