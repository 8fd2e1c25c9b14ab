<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Naming\Sequence;

/** What a frame is called when what its name says changes: its number, and whatever somebody wrote behind, stay. */
final class NamesFollow
{
    /** @param NamePattern $made by which it was named */
    public static function stem(string $now, ?int $number, NamePattern $made, HeldSource $before, HeldSource $after, ShootKept $was, ShootKept $is): string
    {
        $least = $made->sequence->digits ?? 0;
        for ($digits = $least; $digits <= (null === $made->sequence ? $least : Sequence::MOST_DIGITS); ++$digits) {
            $old = $made->stem($before->inName($was, $now), $number ?? 0, $digits);
            if ($now === $old || str_starts_with($now, $old.'_')) {
                return $made->stem($after->inName($is, $now), $number ?? 0, $digits).substr($now, \strlen($old));
            }
        }
        // It was named otherwise: only the words change that stand in it.
        foreach ([[PortableText::forFile($was->description), PortableText::forFile($is->description)], [PortableText::forFileAsWritten($was->description), PortableText::forFileAsWritten($is->description)], [$before->taken->date(), $after->taken->date()]] as [$old, $new]) {
            $now = '' === $old || '' === $new ? $now : str_replace($old, $new, $now);
        }

        return $now;
    }
}
