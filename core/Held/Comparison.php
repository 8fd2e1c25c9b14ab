<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Card\ReadFrame;

/**
 * Compares a card's files with what is known elsewhere, by their quick prints. A still is told by its own; what goes with
 * a still (a sidecar, a voice note) is the same only beside the same still, for many sidecars are alike.
 */
final class Comparison
{
    /** @var array<string, HeldAs> */
    private array $files = [];

    /** @var array<string, PromisedBy> */
    private array $promised = [];

    /** @var array<string, LetGoAs> */
    private array $letGo = [];

    /** @var array<string, Twin> */
    private array $again = [];

    /** @var array<string, Twin> */
    private array $twins = [];

    /** @var array<string, HeldAs> */
    private array $sameExposure = [];

    /** @var array<string, array{HeldFrame, Kind}> */
    private array $companions = [];

    /** @var array<string, array<array-key, CardFile>> quick print => frame key => file, of what came before on the desk */
    private array $seen = [];

    /** @param array<string, string> $prints id of a file => quick print, for the suspects */
    private function __construct(private readonly array $prints, private readonly Known $known)
    {
    }

    /**
     * @param list<ReadFrame>       $frames in order of capture: of two twins on one desk, the later is the twin
     * @param array<string, string> $prints id of a file => quick print, for the suspects
     */
    public static function of(array $frames, array $prints, Known $known): Holdings
    {
        $comparison = new self($prints, $known);
        foreach ($frames as $frame) {
            $comparison->compare($frame);
        }

        return new Holdings($comparison->files, $comparison->promised, $comparison->again, $comparison->twins, $comparison->sameExposure, $known->places, $comparison->companions, new StaysBehind($known->leftOut, $comparison->letGo));
    }

    private function compare(ReadFrame $read): void
    {
        $frame = $read->frame;
        $heldFrames = $seenFrames = [];
        $promise = $letGo = null;
        foreach ($frame->files as $file) {
            if (!($file->kind->isStill() || $read->isClip()) || !isset($this->prints[$file->id])) {
                continue;
            }
            $print = $this->prints[$file->id];
            $held = $this->known->prints[$print][0] ?? null;
            if (null !== $held) {
                $this->files[$file->id] = $held;
                $heldFrames += array_fill_keys(array_map(static fn (HeldAs $as): int => $as->frame, $this->known->prints[$print]), true);
            }
            if (null === $held && isset($this->known->promised[$print])) {
                $promise = $this->promised[$file->id] = $this->known->promised[$print];
            }
            if (null === $held && null === $promise && isset($this->known->letGo[$print])) {
                $letGo = $this->letGo[$file->id] = $this->known->letGo[$print];
            }
            $before = $this->seen[$print] ?? [];
            if ([] !== $before) {
                $this->again[$file->id] = Twin::onDesk($file, $before[array_key_first($before)]);
                $seenFrames += array_fill_keys(array_keys($before), true);
            }
        }
        $this->compareCompanions($frame, $heldFrames, $seenFrames, $promise);
        if (null !== $letGo) {
            foreach ($frame->files as $file) {
                $this->letGo += $file->kind->isStill() ? [] : [$file->id => $letGo]; // what goes with a still goes with it
            }
        }
        $this->twin($frame);
        foreach ($frame->files as $file) {
            if (isset($this->prints[$file->id])) {
                $this->seen[$this->prints[$file->id]][$frame->key] ??= $file;
            }
        }
        $this->compareExposure($read);
    }

    /** What is known of the exposure of a frame of which no file is: its other half, on its way maybe, or one with other bytes. */
    private function compareExposure(ReadFrame $read): void
    {
        $frame = $read->frame;
        $identity = [] === $this->known->exposures && [] === $this->known->coming ? null : ExposureIdentity::of($read->facts, $frame->stem);
        if (null === $identity || [] !== array_intersect_key($this->files, array_fill_keys(array_map(static fn (CardFile $file): string => $file->id, $frame->files), true))) {
            return;
        }
        $as = $this->known->exposures[$identity] ?? null;
        $half = null === $as ? $this->known->coming[$identity] ?? null : $this->known->places->frame($as->frame);
        $kind = $half?->companionKind($this->notPromised($frame));
        if (null !== $half && null !== $kind) {
            $this->companions[$frame->key] = [$half, $kind];
        } elseif (null !== $as) {
            $this->sameExposure[$frame->key] = $as;
        }
    }

    /** Of a frame whose one half is on its way, the other one. */
    private function notPromised(Frame $frame): Frame
    {
        $rest = array_values(array_filter($frame->files, fn (CardFile $file): bool => !isset($this->promised[$file->id])));

        return [] === $rest || \count($rest) === \count($frame->files) ? $frame : new Frame($rest, $frame->stem);
    }

    /**
     * @param array<int, true>       $heldFrames that any of its stills is held in
     * @param array<array-key, true> $seenFrames that any of its stills stood in before
     */
    private function compareCompanions(Frame $frame, array $heldFrames, array $seenFrames, ?PromisedBy $promise): void
    {
        foreach ($frame->files as $file) {
            $print = $this->prints[$file->id] ?? null;
            if ($file->kind->isStill() || null === $print) {
                continue;
            }
            foreach ($this->known->prints[$print] ?? [] as $as) {
                if (isset($heldFrames[$as->frame])) {
                    $this->files[$file->id] ??= $as;
                }
            }
            if (null !== $promise && ($this->known->promised[$print]->receipt ?? null) === $promise->receipt && !isset($this->files[$file->id])) {
                $this->promised[$file->id] = $promise;
            }
            foreach ($this->seen[$print] ?? [] as $key => $earlier) {
                if (isset($seenFrames[$key])) {
                    $this->again[$file->id] ??= Twin::onDesk($file, $earlier);
                }
            }
        }
    }

    private function twin(Frame $frame): void
    {
        $again = array_values(array_filter(array_map(fn (CardFile $file): ?Twin => $this->again[$file->id] ?? null, $frame->files)));
        $print = $this->prints[$frame->lead()->id] ?? null;
        if ([] !== $again) {
            $this->twins[$frame->key] = $again[0];
        } elseif (null !== $print && isset($this->known->otherCards[$print])) {
            $this->twins[$frame->key] = Twin::onCard($this->known->otherCards[$print]);
        }
    }
}
