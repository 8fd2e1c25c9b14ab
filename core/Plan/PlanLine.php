<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Shoot\TimedFrame;

/** What happens to one file of the card: where it goes under which name, or why it stays. */
final readonly class PlanLine
{
    /** @param int|null $number of the frame in the sequence of its name, and over what that counts */
    private function __construct(
        public CardFile $file,
        public Intent $intent,
        public string $reason,
        public ?TimedFrame $frame,
        public ?string $folder,
        public ?string $name,
        public ?int $number,
        public ?Scope $scope,
    ) {
    }

    public static function bringIn(CardFile $file, TimedFrame $frame, string $folder, string $name, ?int $number = null, ?Scope $scope = null): self
    {
        return new self($file, Intent::BringIn, '', $frame, $folder, $name, $number, $scope);
    }

    public static function leaveOut(CardFile $file, TimedFrame $frame, string $reason = 'left out by you'): self
    {
        return new self($file, Intent::LeaveOut, $reason, $frame, null, null, null, null);
    }

    public static function held(CardFile $file, TimedFrame $frame, HeldAs $as): self
    {
        return new self($file, Intent::Held, \sprintf('held since %s as %s', $as->since, $as->path), $frame, null, null, null, null);
    }

    public static function notAStill(CardFile $file): self
    {
        return new self($file, Intent::NotAStill, $file->kind->goesWithAStill() ? $file->kind->value.' without a frame' : $file->kind->value, null, null, null, null, null);
    }

    public static function unreadable(CardFile $file, TimedFrame $frame, string $reason): self
    {
        return new self($file, Intent::Unreadable, $reason, $frame, null, null, null, null);
    }

    /** Where the file goes, from the store's root; null where it stays. */
    public function to(): ?string
    {
        return null === $this->folder ? null : ltrim($this->folder.'/'.$this->name, '/');
    }
}
