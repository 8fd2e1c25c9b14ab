<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\Hint;
use VelvetLedger\Core\Hint\SequenceHints;
use VelvetLedger\Core\Hint\Shot;

/**
 * Frames that belong together: a burst, a bracket, and what looks alike within two hours. A frame that looks like the first of a
 * group joins it, so that a group does not drift from one picture to another; a bracket stays by itself. In how many of its 64
 * places a perceptual print may differ is the photographer's to say (PerceptualPrint; common practice calls 10 and less alike).
 */
final class Groups
{
    public const LEAST_ALIKE = 0;
    public const MOST_ALIKE = 20;
    public const USUAL = 8;

    private const WITHIN = 7200;

    /** Groups back from a frame that it is compared with. */
    private const LOOKED_AT = 40;

    /**
     * @param list<Likeness>  $frames in order of capture
     * @param int             $alike  places of a print that may differ
     * @param array<int, int> $byHand frame => the number of a group that the photographer put it in; 0 where he took it out of any
     *
     * @return list<FrameGroup> of two frames and more, in the order of their first
     */
    public static function among(array $frames, int $alike = self::USUAL, array $byHand = []): array
    {
        $groups = self::found(array_values(array_filter($frames, static fn (Likeness $one): bool => !isset($byHand[$one->frame]))), $alike);
        $order = array_flip(array_map(static fn (Likeness $one): int => $one->frame, $frames));
        $hands = [];
        foreach ($frames as $frame) {
            $of = $byHand[$frame->frame] ?? 0;
            if (0 !== $of) {
                $hands[$of] = new FrameGroup(GroupKind::ByHand, [...$hands[$of]->members ?? [], $frame]);
            }
        }
        $groups = array_values(array_filter([...$groups, ...$hands], static fn (FrameGroup $group): bool => \count($group->members) > 1));
        usort($groups, static fn (FrameGroup $a, FrameGroup $b): int => $order[$a->members[0]->frame] <=> $order[$b->members[0]->frame]);

        return $groups;
    }

    /**
     * @param list<Likeness> $frames
     *
     * @return list<FrameGroup>
     */
    private static function found(array $frames, int $alike): array
    {
        $hints = SequenceHints::of(array_map(static fn (Likeness $one): Shot => $one->shot, $frames));
        $groups = $open = [];
        foreach ($frames as $frame) {
            $hint = $hints[$frame->shot->key] ?? null;
            $run = null === $hint || 1 === $hint->place ? null : $open[$frame->shot->body] ?? null;
            $at = $run ?? self::alike($groups, $frame, $hint, $alike) ?? \count($groups);
            $groups[$at] = isset($groups[$at]) ? (null === $run ? $groups[$at]->with($frame) : new FrameGroup($groups[$at]->kind, [...$groups[$at]->members, $frame])) : new FrameGroup(self::kind($hint), [$frame]);
            if (null !== $hint) {
                $open[$frame->shot->body] = $at;
            }
        }

        return array_values($groups);
    }

    /** @param array<int, FrameGroup> $groups numbered from 0 */
    private static function alike(array $groups, Likeness $frame, ?FrameHint $hint, int $alike): ?int
    {
        $found = null;
        $least = $alike + 1;
        for ($at = \count($groups) - 1; null !== $frame->print && Hint::Bracket !== $hint?->hint && $at >= 0 && $at >= \count($groups) - self::LOOKED_AT; --$at) {
            $last = $groups[$at]->members[\count($groups[$at]->members) - 1];
            $first = $groups[$at]->members[0]->print;
            $distance = null === $first || GroupKind::Bracket === $groups[$at]->kind || abs($frame->shot->seconds - $last->shot->seconds) > self::WITHIN ? $least : $frame->print->distance($first);
            if ($distance < $least) {
                [$found, $least] = [$at, $distance];
            }
        }

        return $found;
    }

    private static function kind(?FrameHint $hint): GroupKind
    {
        return match ($hint?->hint) {
            Hint::Burst => GroupKind::Burst,
            Hint::Bracket => GroupKind::Bracket,
            default => GroupKind::Alike,
        };
    }
}
