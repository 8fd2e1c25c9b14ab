<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;

/** What a receipt came to, in words. Whether the card may be formatted is said by its clearance, from what is on it then. */
final readonly class Verdict
{
    private const NUMBERS = [1 => 'One proven copy', 2 => 'Two proven copies', 3 => 'Three proven copies'];

    private function __construct(public string $heading, public string $sentence, public bool $isTroubled)
    {
    }

    public static function underWay(): self
    {
        return new self('Being copied', 'Leave the card where it is. Every file is compared with the card before it counts as brought in.', false);
    }

    public static function begins(): self
    {
        return new self('About to begin', 'Nothing is copied yet. Leave the card where it is, or say "not yet".', false);
    }

    public static function takenBack(): self
    {
        return new self('Taken back', 'Nothing was copied, and nothing on the card or the drives was changed. The desk is as it was.', false);
    }

    public static function paused(): self
    {
        return new self('Paused', 'What is copied and proven stays. Leave the card where it is, or bring it back to go on.', false);
    }

    /**
     * Of what was found in a store's folders: it was read, and compared with no card.
     *
     * @param list<CopiesAt> $copies store by store, the main one first
     */
    public static function found(Summary $summary, array $copies): self
    {
        $parts = [
            \sprintf('%s in folders of the ledger when it was made anew or restored, and read then. No card was compared with %s.', Count::of($summary->files(Outcome::BroughtIn), 'file lay', 'files lay'), 1 === $summary->files(Outcome::BroughtIn) ? 'it' : 'them'),
            ...array_map(static fn (CopiesAt $at): string => \sprintf('%s has %s%s%s.', $at->store, Count::of($at->proven, 'proven copy', 'proven copies'), $at->bad > 0 ? ', and '.Count::figure($at->bad).' that '.(1 === $at->bad ? 'is' : 'are').' missing or not as '.(1 === $at->bad ? 'its list says' : 'their lists say') : '', $at->owed > 0 ? '; it is owed '.Count::figure($at->owed) : ''), $copies),
        ];
        $isBad = array_sum(array_map(static fn (CopiesAt $at): int => $at->bad, $copies)) > 0;

        return new self($isBad ? 'Found, not all as it should be' : 'Found', implode(' ', $parts), false);
    }

    /** @param list<CopiesAt> $copies store by store, the main one first */
    public static function of(Summary $summary, array $copies, OfWhich $of = new OfWhich()): self
    {
        [$stamped, $dngs, $cutOff, $twins] = [$of->stamped, $of->dngs, $of->cutOff, $of->twins];
        $but = array_filter([
            0 === $twins ? '' : \sprintf('%s that could not be read on it, and came from %s on another', 1 === $twins ? 'one' : Count::figure($twins), 1 === $twins ? 'its twin' : 'their twins'),
            0 === $stamped ? '' : \sprintf('the %s in %s', 1 === $stamped ? 'stamp' : 'stamps', 1 === $stamped ? 'one, whose picture is the same' : Count::figure($stamped).', whose pictures are the same'),
            0 === $dngs ? '' : \sprintf('%s: there %s in %s place, proven sample for sample', Count::of($dngs, 'raw'), 1 === $dngs ? 'is a DNG' : 'are DNGs', 1 === $dngs ? 'its' : 'their'),
        ], static fn (string $part): bool => '' !== $part);
        $brought = $summary->files(Outcome::BroughtIn);
        $held = $brought - $of->letGo;
        $elsewhere = $summary->files(Outcome::Promised);
        $missing = $summary->troubles() - $elsewhere - $summary->unlisted;
        $whole = array_values(array_filter($copies, static fn (CopiesAt $at): bool => $at->proven === $held && $held > 0));
        $parts = [
            0 === $brought ? 'No file of this card was brought in.' : ([] === $whole ? '' : \sprintf('%s of this card %s on %s, read back and equal to the card%s.', Count::of($held, 'file'), 1 === $held ? 'is' : 'are', Names::of(array_map(static fn (CopiesAt $at): string => $at->store, $whole)), [] === $but ? '' : ', but for '.implode(', and for ', $but))),
            0 === $of->letGo ? '' : \sprintf('%s let go for good since.', Count::of($of->letGo, 'file was', 'files were')),
            ...array_map(static fn (CopiesAt $at): string => $at->owed > 0 ? \sprintf('%s is owed %s: made when it is there.', $at->store, Count::of($at->owed, 'copy', 'copies')) : '', $copies),
            ...array_map(static fn (CopiesAt $at): string => $at->bad > 0 ? \sprintf('%s of %s %s found missing or different since.', Count::of($at->bad, 'copy', 'copies'), $at->store, 1 === $at->bad ? 'was' : 'were') : '', $copies),
            0 === $cutOff ? '' : \sprintf('%s cut off on the card already: what there is of %s came in.', 1 === $cutOff ? 'One of them was' : Count::figure($cutOff).' of them were', 1 === $cutOff ? 'it' : 'them'),
            0 === $missing ? '' : Count::of($missing, 'file').' could not be brought in.',
            0 === $elsewhere ? '' : Count::of($elsewhere, 'file waits', 'files wait').' for another receipt.',
            0 === $summary->unlisted ? '' : Count::of($summary->unlisted, 'folder').' could not be listed to the end: what else is in it is not known.',
        ];
        $owed = array_sum(array_map(static fn (CopiesAt $at): int => $at->owed + $at->bad, $copies)) > 0;
        $heading = match (true) {
            $summary->troubles() > 0 => 'Not all of it is safe',
            0 === $brought => 'Nothing new',
            0 === $held => 'Let go',
            $owed => 'Copies are owed',
            default => self::NUMBERS[\count($whole)] ?? Count::figure(\count($whole)).' proven copies',
        };

        return new self($heading, implode(' ', array_filter($parts, static fn (string $part): bool => '' !== $part)), $summary->troubles() > 0);
    }
}
