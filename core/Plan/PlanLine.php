<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Card\Trouble;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\PromisedBy;
use VelvetLedger\Core\Shoot\TimedFrame;
use VelvetLedger\Core\Words\Day;

/** What happens to one file of the card: where it goes under which name, or why it stays. */
final readonly class PlanLine
{
    public ?string $folder;
    public ?string $name;
    public ?int $number;

    /**
     * @param bool $again   whether it comes in though it is held, promised or a twin, by the photographer's wish
     * @param bool $byOrder whether it is an order that leaves it out
     */
    private function __construct(
        public CardFile $file,
        public Intent $intent,
        public string $reason,
        public ?TimedFrame $frame,
        public ?NewName $becomes = null,
        public bool $again = false,
        public ?PromisedBy $promise = null,
        public bool $byOrder = false,
    ) {
        $this->folder = $becomes?->folder;
        $this->name = $becomes?->name;
        $this->number = $becomes?->number;
    }

    public static function bringIn(CardFile $file, TimedFrame $frame, NewName $becomes, bool $again = false): self
    {
        return new self($file, Intent::BringIn, isset($frame->read->twins[$file->path]) ? 'to be taken from its twin on '.$frame->read->twins[$file->path] : '', $frame, $becomes, $again);
    }

    public static function leaveOut(CardFile $file, TimedFrame $frame, string $reason = 'left out by you'): self
    {
        return new self($file, Intent::LeaveOut, $reason, $frame);
    }

    public static function leftByOrder(CardFile $file, TimedFrame $frame, string $reason): self
    {
        return new self($file, Intent::LeaveOut, $reason, $frame, null, false, null, true);
    }

    public static function held(CardFile $file, TimedFrame $frame, HeldAs $as): self
    {
        return new self($file, Intent::Held, \sprintf('held since %s as %s', Day::of($as->since), $as->path), $frame);
    }

    public static function promised(CardFile $file, TimedFrame $frame, PromisedBy $promise): self
    {
        return new self($file, Intent::Promised, $promise->inWords(), $frame, null, false, $promise);
    }

    /** A place on the card that was not listed, or not wholly, or passed over: it has a line too, and is no frame. */
    public static function ofTrouble(Trouble $trouble): self
    {
        return new self(new CardFile($trouble->path, 0, 0, $trouble->isDamage ? Kind::Folder : Kind::Unknown, $trouble->card), $trouble->isDamage ? Intent::Unreadable : Intent::NotAStill, $trouble->reason, null);
    }

    public static function notAStill(CardFile $file): self
    {
        return new self($file, Intent::NotAStill, Kind::BesideClip !== $file->kind && $file->kind->goesWithAStill() ? $file->kind->value.' without a frame' : $file->countedAs(), null);
    }

    public static function unreadable(CardFile $file, TimedFrame $frame, string $reason): self
    {
        return new self($file, Intent::Unreadable, $reason, $frame);
    }

    /** Where the file goes, from the store's root; null where it stays. */
    public function to(): ?string
    {
        return null === $this->folder ? null : ltrim($this->folder.'/'.$this->name, '/');
    }
}
