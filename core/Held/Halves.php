<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Card\ReadFrame;

/** Frames of which a body with two slots wrote the raw to one card and the JPEG to another: where both lie on one desk, they are one. */
final class Halves
{
    /** The same, with what belongs together as one frame, where its raw stands. */
    public static function joined(CardContents $cards): CardContents
    {
        $jpegs = [];
        foreach ($cards->frames as $i => $frame) {
            $identity = Kind::StillRendered === self::onlyKind($frame) ? ExposureIdentity::of($frame->facts, $frame->frame->stem) : null;
            if (null !== $identity) {
                $jpegs[$identity][] = $i;
            }
        }
        $frames = $cards->frames;
        foreach ([] === $jpegs ? [] : $cards->frames as $i => $raw) {
            $identity = Kind::StillRaw === self::onlyKind($raw) ? ExposureIdentity::of($raw->facts, $raw->frame->stem) : null;
            foreach (null === $identity ? [] : $jpegs[$identity] ?? [] as $place => $j) {
                if (self::areHalves($raw, $cards->frames[$j])) {
                    $frames[$i] = $raw->with($cards->frames[$j]);
                    unset($frames[$j], $jpegs[$identity][$place]); // of two alike, the other stays by itself
                    break;
                }
            }
        }

        return new CardContents(array_values($frames), $cards->others, $cards->troubles, $cards->loose);
    }

    /** Names of one length: what follows it is then each file's ending. */
    private static function areHalves(ReadFrame $raw, ReadFrame $jpeg): bool
    {
        return $raw->frame->lead()->card?->id !== $jpeg->frame->lead()->card?->id && \strlen($raw->frame->stem) === \strlen($jpeg->frame->stem);
    }

    private static function onlyKind(ReadFrame $frame): ?Kind
    {
        $kinds = array_values(array_unique(array_map(static fn (CardFile $file): Kind => $file->kind, array_filter($frame->frame->files, static fn (CardFile $file): bool => $file->kind->isStill())), \SORT_REGULAR));

        return 1 === \count($kinds) ? $kinds[0] : null;
    }
}
