<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/** One thing done by hand to the shoots that were proposed. */
final readonly class Edit
{
    /** @param list<string> $frames keys */
    private function __construct(public EditKind $kind, public array $frames, public ?string $to)
    {
    }

    /** A new shoot begins at this frame. */
    public static function cutBefore(string $frame): self
    {
        return new self(EditKind::Cut, [$frame], null);
    }

    /** The shoot that holds a frame takes in the shoot that holds another. */
    public static function join(string $frame, string $other): self
    {
        return new self(EditKind::Join, [$frame, $other], null);
    }

    /**
     * Frames go to the shoot that holds a frame, or where that is null, to a new shoot of their own.
     *
     * @param list<string> $frames
     */
    public static function move(array $frames, ?string $to): self
    {
        return new self(EditKind::Move, $frames, $to);
    }
}
