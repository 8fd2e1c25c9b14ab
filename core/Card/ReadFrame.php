<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;

/** A frame with what its camera recorded of it. */
final readonly class ReadFrame
{
    /**
     * @param CaptureFacts|null     $facts      null where no file of the frame gave any
     * @param CardFile|null         $factsFrom  the file that gave them
     * @param string|null           $caution    why facts are missing though the file can be copied
     * @param array<string, string> $unreadable path => reason, for files with nothing in them to bring in
     * @param array<string, string> $twins      path => label of the card that has the same file whole, for those that are unreadable here
     * @param array<string, string> $incomplete path => what there is of it, "20 kB of a picture that says more"
     * @param string|null           $wholeOn    label of a card that has the frame whole, where it is incomplete or unreadable here
     */
    public function __construct(
        public Frame $frame,
        public ?CaptureFacts $facts,
        public ?CardFile $factsFrom,
        public ?string $caution,
        public array $unreadable,
        public array $twins = [],
        public array $incomplete = [],
        public ?string $wholeOn = null,
    ) {
    }

    /** @param array<string, string> $incomplete */
    public function lacking(array $incomplete): self
    {
        return new self($this->frame, $this->facts, $this->factsFrom, $this->caution, $this->unreadable, $this->twins, $incomplete, $this->wholeOn);
    }

    public function isWholeOn(string $card): self
    {
        return new self($this->frame, $this->facts, $this->factsFrom, $this->caution, $this->unreadable, $this->twins, $this->incomplete, $card);
    }

    public function on(NamedCard $card): self
    {
        $frame = $this->frame->on($card);
        $place = array_search($this->factsFrom, $this->frame->files, true);

        return new self($frame, $this->facts, \is_int($place) ? $frame->files[$place] : null, $this->caution, $this->unreadable, $this->twins, $this->incomplete, $this->wholeOn);
    }

    /** The same with its other half, which another card has: a raw with its JPEG. */
    public function with(self $other): self
    {
        $facts = null === $this->facts || null === $other->facts ? $this->facts ?? $other->facts : $this->facts->beside($other->facts);

        return new self($this->frame->with($other->frame), $facts, $this->factsFrom ?? $other->factsFrom, $this->caution ?? $other->caution, $this->unreadable + $other->unreadable, $this->twins + $other->twins, $this->incomplete + $other->incomplete, $this->wholeOn ?? $other->wholeOn);
    }

    /** The camera's time, or where it gave none, the file's. */
    public function takenAt(): CapturedAt
    {
        return $this->facts->takenAt ?? CapturedAt::fromFileTime($this->frame->lead()->modifiedAt);
    }

    public function isDatedByFile(): bool
    {
        return null === $this->facts?->takenAt;
    }

    /** A moving picture, a sound that goes with no frame, or whatever else: brought along like a frame, and none. */
    public static function clip(Frame $clip): self
    {
        return new self($clip, null, null, null, []);
    }

    public function isClip(): bool
    {
        return !$this->frame->lead()->kind->isStill();
    }

    /** Whether it is neither frame nor clip: it comes along under the name that it has. */
    public function isLoose(): bool
    {
        return $this->isClip() && !$this->frame->lead()->kind->isClip();
    }

    /** Whether every still of the frame is unreadable, so that there is no frame to bring in. */
    public function isUnreadable(): bool
    {
        if ($this->isClip()) {
            return isset($this->unreadable[$this->frame->lead()->path]);
        }
        foreach ($this->frame->files as $file) {
            if ($file->kind->isStill() && !isset($this->unreadable[$file->path])) {
                return false;
            }
        }

        return true;
    }
}
