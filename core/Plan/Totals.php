<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;

/** The foot of a plan: what is on the card, or on all of the desk's, and what becomes of it, in frames, files and bytes. */
final readonly class Totals
{
    private function __construct(public FrameCounts $frames, public FileCounts $files, private string $where)
    {
    }

    /** @param list<PlanLine> $lines */
    public static function of(array $lines): self
    {
        $isOfSeveral = null !== ($lines[0]->file->card ?? null);

        return new self(FrameCounts::of($lines), FileCounts::of($lines), $isOfSeveral ? 'on the cards' : 'on the card');
    }

    /** "412 frames on the card, 38 already held, 9 left out: 365 to bring in to Anvil, 14.20 GB." */
    public function sentence(string $store): string
    {
        $stays = array_values(array_filter([
            $this->frames->held > 0 ? Count::figure($this->frames->held).' already held' : '',
            $this->frames->leftOut > 0 ? Count::figure($this->frames->leftOut).' left out' : '',
            $this->frames->unreadable > 0 ? Count::figure($this->frames->unreadable).' unreadable' : '',
        ], static fn (string $part): bool => '' !== $part));
        $others = $this->files->number(Intent::NotAStill);

        return \sprintf('%s %s%s: %s to bring in to %s, %s.', Count::of($this->frames->all, 'frame'), $this->where, implode('', array_map(static fn (string $part): string => ', '.$part, $stays)), Count::figure($this->frames->toBringIn), $store, Size::of($this->files->bytesToBringIn))
            .(0 === $others ? '' : ' '.Count::of($others, 'file that is not a still stays', 'files that are not stills stay').' '.$this->where.'.');
    }
}
