<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Words\Count;

/** What a receipt means for the card, in words. */
final readonly class Verdict
{
    private function __construct(public string $heading, public string $sentence, public bool $isTroubled)
    {
    }

    public static function underWay(): self
    {
        return new self('Being copied', 'Leave the card where it is. Every file is compared with the card before it counts as brought in.', false);
    }

    public static function of(Summary $summary, string $store): self
    {
        $copied = $summary->files(Outcome::BroughtIn);
        $elsewhere = $summary->files(Outcome::Promised);
        $missing = $summary->troubles() - $elsewhere - $summary->unlisted;
        $parts = [
            \sprintf('%s of this card %s on %s, read back and equal to the card.', Count::of($copied, 'file'), 1 === $copied ? 'is' : 'are', $store),
            0 === $missing ? '' : Count::of($missing, 'file').' could not be brought in.',
            0 === $elsewhere ? '' : Count::of($elsewhere, 'file waits', 'files wait').' for another receipt.',
            0 === $summary->unlisted ? '' : Count::of($summary->unlisted, 'folder').' could not be listed to the end: what else is in it is not known.',
            'Keep the card as it is: its pictures are in one other place only.',
        ];

        return new self($summary->troubles() > 0 ? 'Not all of it is safe' : 'One proven copy', implode(' ', array_filter($parts, static fn (string $part): bool => '' !== $part)), $summary->troubles() > 0);
    }
}
