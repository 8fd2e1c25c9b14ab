<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Card\ReadFrame;

/** Which of a card's files are held or promised, which stand on it or elsewhere a second time, and which frames were held before with other bytes. */
final readonly class Holdings
{
    /**
     * @param array<string, HeldAs>                 $files        id of a file => what the ledger holds
     * @param array<string, PromisedBy>             $promised     id of a file => the intake that will bring it in
     * @param array<string, Twin>                   $again        id of a file => where the same file stands on it before
     * @param array<string, Twin>                   $twins        frame key => where the same frame stands
     * @param array<string, HeldAs>                 $sameExposure frame key => the held frame of the same exposure with other bytes
     * @param InLedger                              $places       where what is held lies
     * @param array<string, array{HeldFrame, Kind}> $companions   frame key => the frame in the ledger whose other half it is, and which kind of still that one has
     */
    public function __construct(private array $files = [], private array $promised = [], private array $again = [], private array $twins = [], private array $sameExposure = [], public InLedger $places = new InLedger(), private array $companions = [], private StaysBehind $stays = new StaysBehind())
    {
    }

    public static function none(): self
    {
        return new self();
    }

    public function heldAs(CardFile $file): ?HeldAs
    {
        return $this->files[$file->id] ?? null;
    }

    /** @return list<int> numbers of the shoots that hold any of them */
    public function shoots(): array
    {
        return array_values(array_unique(array_map(static fn (HeldAs $as): int => $as->shoot, array_values($this->files))));
    }

    /** @return list<int> numbers of the frames that hold any of them */
    public function frames(): array
    {
        return array_values(array_unique(array_map(static fn (HeldAs $as): int => $as->frame, array_values($this->files))));
    }

    public function promisedBy(CardFile $file): ?PromisedBy
    {
        return $this->promised[$file->id] ?? null;
    }

    /** What was held of it, and is let go for good; nothing where it is held again. */
    public function letGoAs(CardFile $file): ?LetGoAs
    {
        return isset($this->files[$file->id]) ? null : $this->stays->letGo[$file->id] ?? null;
    }

    /** The same file earlier on this card. */
    public function againAs(CardFile $file): ?Twin
    {
        return $this->again[$file->id] ?? null;
    }

    /** What the whole frame is held as, by a file of which no copy is where it was left before others: null unless all of its files are held, but for those that an order left out. */
    public function frameHeldAs(Frame $frame): ?HeldAs
    {
        $first = null;
        foreach ($frame->files as $file) {
            $held = $this->files[$file->id] ?? null;
            if (null === $held && null === $this->leftOutBefore($file, $frame)) {
                return null;
            }
            if (null !== $held && (null === $first || ($first->isThere && !$held->isThere))) {
                $first = $held;
            }
        }

        return $first;
    }

    /** The frame in the ledger that has some of the frame's stills and not all of its files: the rest would join it. */
    public function partlyHeldAs(Frame $frame): ?HeldFrame
    {
        if (isset($this->companions[$frame->key])) {
            return $this->companions[$frame->key][0];
        }
        if ([] === $this->files) {
            return null;
        }
        $held = null;
        $rest = false;
        foreach ($frame->files as $file) {
            $as = $file->kind->isStill() ? $this->files[$file->id] ?? null : null;
            $held ??= null === $as ? null : $this->places->frame($as->frame);
            $rest = $rest || !isset($this->files[$file->id]);
        }

        return $rest ? $held : null;
    }

    /** Which kind of still its other half has, that came from another card. */
    public function companionKind(Frame $frame): ?Kind
    {
        return $this->companions[$frame->key][1] ?? null;
    }

    /** The receipt whose order left a companion on the card that held the rest of the frame. */
    public function leftOutBefore(CardFile $file, Frame $frame): ?int
    {
        if (!isset($this->stays->leftOut[$file->id]) || isset($this->files[$file->id])) {
            return null;
        }

        return null === $this->partlyHeldAs($frame) ? null : $this->stays->leftOut[$file->id];
    }

    /** The intake that will bring in what is not held of the frame; null where any of it is neither held nor promised. */
    public function framePromisedBy(Frame $frame): ?PromisedBy
    {
        $by = null;
        foreach ($frame->files as $file) {
            if (!isset($this->files[$file->id]) && !isset($this->promised[$file->id])) {
                return null;
            }
            $by ??= $this->promised[$file->id] ?? null;
        }

        return $by;
    }

    public function twinOf(Frame $frame): ?Twin
    {
        return $this->twins[$frame->key] ?? null;
    }

    public function sameExposureAs(Frame $frame): ?HeldAs
    {
        return $this->sameExposure[$frame->key] ?? null;
    }

    /** Whether there is anything of a frame to be brought in that is not held, promised, or on the card before. */
    public function isNew(ReadFrame $frame): bool
    {
        return !$frame->isUnreadable() && !$this->isUnmarked($frame->frame);
    }

    /** Whether a frame is left on the card unless the photographer marks it: every file of it is held, promised, let go, or on the card before. */
    public function isUnmarked(Frame $frame): bool
    {
        foreach ($frame->files as $file) {
            if (!isset($this->files[$file->id]) && !isset($this->promised[$file->id]) && !isset($this->again[$file->id]) && !isset($this->stays->letGo[$file->id]) && null === $this->leftOutBefore($file, $frame)) {
                return false;
            }
        }

        return true;
    }
}
