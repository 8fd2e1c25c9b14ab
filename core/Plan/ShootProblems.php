<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Naming\ShootNames;
use VelvetLedger\Core\Shoot\ProposedShoot;

/** What the photographer should know of one shoot of a plan, in sentences. */
final class ShootProblems
{
    /**
     * @param int $suffixed how many frames took a number because their name is in use
     *
     * @return list<Problem>
     */
    public static function of(ProposedShoot $shoot, ShootNames $names, int $suffixed, Holdings $holdings): array
    {
        $problems = [];
        $change = $names->change();
        if (null !== $change) {
            $problems[] = new Problem($change, $shoot->date);
        }
        if ($suffixed > 0) {
            $problems[] = new Problem(\sprintf('%s in %s: the new name is in use there, so a number is added to it.', self::count($suffixed, 'frame'), $names->folder()), $shoot->date);
        }
        $byFile = array_filter($shoot->frames, static fn (ReadFrame $frame): bool => $frame->isDatedByFile());
        if ([] !== $byFile) {
            $problems[] = new Problem(\sprintf('%s here without a time from the camera: dated by the time of the file, first %s.', self::count(\count($byFile), 'frame'), reset($byFile)->frame->lead()->text()), $shoot->date);
        }
        foreach ($shoot->frames as $frame) {
            if (null !== $frame->caution) {
                $problems[] = new Problem($frame->caution.'. It is copied as it is.', $shoot->date);
            }
            foreach ($frame->unreadable as $path => $reason) {
                $problems[] = new Problem(\sprintf('%s cannot be read: %s. The rest of the frame is brought in.', PathText::of($path), $reason), $shoot->date);
            }
        }
        $rivals = array_filter($shoot->frames, static fn (ReadFrame $frame): bool => null !== $holdings->sameExposureAs($frame->frame));
        if ([] !== $rivals) {
            $first = reset($rivals);
            $problems[] = new Problem(\sprintf('%s here of an exposure that is held with other bytes, first %s (held as %s). Compare them and leave out what is not wanted.', self::count(\count($rivals), 'frame'), $first->frame->lead()->text(), $holdings->sameExposureAs($first->frame)?->path), $shoot->date);
        }

        return $problems;
    }

    private static function count(int $number, string $thing): string
    {
        return $number.' '.$thing.(1 === $number ? '' : 's');
    }
}
