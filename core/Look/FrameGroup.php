<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** Frames that belong together, in the order they were taken. */
final readonly class FrameGroup
{
    /** @param non-empty-list<Likeness> $members */
    public function __construct(public GroupKind $kind, public array $members)
    {
    }

    public function with(Likeness $member): self
    {
        return new self(GroupKind::Bracket === $this->kind ? $this->kind : GroupKind::Alike, [...$this->members, $member]);
    }

    /** @return list<int> frames, the sharpest first, where that was measured of more than one: a hint, and no verdict */
    public function bySharpness(): array
    {
        $measured = array_values(array_filter($this->members, static fn (Likeness $one): bool => null !== $one->sharpness));
        usort($measured, static fn (Likeness $a, Likeness $b): int => $b->sharpness <=> $a->sharpness);

        return \count($measured) < 2 ? [] : array_map(static fn (Likeness $one): int => $one->frame, $measured);
    }
}
