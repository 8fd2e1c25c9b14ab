<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\Kind;

/** Which stills to bring of a frame that was written both as raw and as JPEG. A frame with one of them only is brought as it is. */
enum Companions: string
{
    case Both = 'raw and JPEG';
    case RawOnly = 'raw only';
    case RenderedOnly = 'JPEG only';

    /** Why a file of a frame stays on the card; null where it is brought. */
    public function reasonToLeave(CardFile $file, Frame $frame): ?string
    {
        $unwanted = match ($this) {
            self::Both => null,
            self::RawOnly => Kind::StillRendered,
            self::RenderedOnly => Kind::StillRaw,
        };
        if (null === $unwanted || $file->kind !== $unwanted) {
            return null;
        }
        foreach ($frame->files as $other) {
            if ($other->kind->isStill() && $other->kind !== $unwanted) {
                return $this->value.': the frame\'s '.(Kind::StillRaw === $other->kind ? 'raw' : 'JPEG').' is brought in';
            }
        }

        return null;
    }
}
