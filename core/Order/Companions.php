<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\Kind;

/** Which stills to bring of a frame that was written both as raw and as JPEG. A frame with one of them only is brought as it is. */
enum Companions: string
{
    case Both = 'raw and JPEG';
    case RawOnly = 'raw only';
    case RenderedOnly = 'JPEG only';

    /**
     * Why a file of a frame stays on the card; null where it is wanted.
     *
     * @param array<string, string> $unreadable path => why: what cannot be read is brought in no other's place
     * @param Kind|null             $elsewhere  the still that its other half has, which is held
     */
    public function reasonToLeave(CardFile $file, Frame $frame, array $unreadable = [], ?Kind $elsewhere = null): ?string
    {
        $unwanted = match ($this) {
            self::Both => null,
            self::RawOnly => Kind::StillRendered,
            self::RenderedOnly => Kind::StillRaw,
        };
        if (null === $unwanted || $file->kind !== $unwanted) {
            return null;
        }
        if (null !== $elsewhere && $elsewhere !== $unwanted) {
            return $this->value.': its '.(Kind::StillRaw === $elsewhere ? 'raw' : 'JPEG').' is held';
        }
        foreach ($frame->files as $other) {
            if ($other->kind->isStill() && $other->kind !== $unwanted && !isset($unreadable[$other->path])) {
                return $this->value.': the frame has a '.(Kind::StillRaw === $other->kind ? 'raw' : 'JPEG');
            }
        }

        return null;
    }
}
