<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Card\ReadFrame;

/** Some frames of a body, whose clock was wrong by something else while they were taken: it had been reset, or was put right in the middle of a card. */
final readonly class ClockSpan
{
    /** A clock that goes back by so many seconds from one frame to the next was reset, not put right by an hour: some days more than any journey. */
    private const RESET = 30 * 86400;

    /** @param array<array-key, true> $frames by key */
    private function __construct(public array $frames, public ClockCorrection $correction)
    {
    }

    /** @param list<string> $frames keys */
    public static function of(array $frames, ClockCorrection $correction): self
    {
        return new self(array_fill_keys($frames, true), $correction);
    }

    /**
     * Frames that a body took while its clock stood far back: from one on that it dated much earlier than the one before, in the
     * order of its own numbers on a card, until it goes on from where it had been. Nothing is said of a body that is wrong throughout.
     *
     * @param list<ReadFrame> $frames of one body
     *
     * @return list<list<string>> keys of each such span
     */
    public static function resets(array $frames): array
    {
        $cards = [];
        foreach ($frames as $frame) {
            $cards[$frame->frame->lead()->card->id ?? ''][] = $frame;
        }

        return array_merge(...array_values(array_map(self::resetsOnCard(...), $cards)));
    }

    /**
     * @param list<ReadFrame> $frames
     *
     * @return list<list<string>>
     */
    private static function resetsOnCard(array $frames): array
    {
        usort($frames, static fn (ReadFrame $a, ReadFrame $b): int => strnatcmp($a->frame->lead()->path, $b->frame->lead()->path));
        $spans = $span = [];
        $before = null;
        foreach ($frames as $frame) {
            $now = $frame->takenAt()->clockSeconds();
            if (null !== $before && $now < $before - self::RESET) {
                $span[] = $frame->frame->key;
                continue;
            }
            if ([] !== $span) {
                $spans[] = $span;
                $span = [];
            }
            $before = $now;
        }

        return [] === $span ? $spans : [...$spans, $span];
    }
}
