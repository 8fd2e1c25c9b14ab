<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\HeldAs;

/** What happens to one file of the card: where it goes under which name, or why it stays. */
final readonly class PlanLine
{
    private function __construct(
        public CardFile $file,
        public Intent $intent,
        public string $reason,
        public ?ReadFrame $frame,
        public ?string $folder,
        public ?string $name,
    ) {
    }

    public static function bringIn(CardFile $file, ReadFrame $frame, string $folder, string $name): self
    {
        return new self($file, Intent::BringIn, '', $frame, $folder, $name);
    }

    public static function leaveOut(CardFile $file, ReadFrame $frame, string $reason = 'left out by you'): self
    {
        return new self($file, Intent::LeaveOut, $reason, $frame, null, null);
    }

    public static function held(CardFile $file, ReadFrame $frame, HeldAs $as): self
    {
        return new self($file, Intent::Held, \sprintf('held since %s as %s', $as->since, $as->path), $frame, null, null);
    }

    public static function notAStill(CardFile $file): self
    {
        return new self($file, Intent::NotAStill, $file->kind->goesWithAStill() ? $file->kind->value.' without a frame' : $file->kind->value, null, null, null);
    }

    public static function unreadable(CardFile $file, ?ReadFrame $frame, string $reason): self
    {
        return new self($file, Intent::Unreadable, $reason, $frame, null, null);
    }

    /** Where the file goes, from the store's root; null where it stays. */
    public function to(): ?string
    {
        return null === $this->folder ? null : $this->folder.'/'.$this->name;
    }
}
