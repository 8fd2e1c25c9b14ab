<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/**
 * Which files on a card are one frame. In a DCF directory (CIPA DC-009: three digits and five characters below
 * DCIM) those of the same file number (the last four characters of a name of eight) are one DCF object, whatever
 * its first four characters; elsewhere those of one name before the extension. A sidecar may also repeat the
 * whole name of the still it describes. Every frame has a still; what goes with none stays apart.
 */
final readonly class FrameGrouping
{
    /**
     * @param list<Frame>    $frames
     * @param list<CardFile> $others files that belong to no frame
     */
    private function __construct(public array $frames, public array $others)
    {
    }

    /** @param list<CardFile> $files */
    public static function of(array $files): self
    {
        $homes = $groups = $others = [];
        foreach ($files as $i => $file) {
            if ($file->kind->isStill()) {
                $groups[$homes[$i] = self::home($file->folder(), $file->stem())] = [];
            }
        }
        foreach ($files as $i => $file) {
            $home = $homes[$i] ?? self::homeOf($file, $groups);
            if (null === $home) {
                $others[] = $file;
            } else {
                $groups[$home][] = $file;
            }
        }
        $frames = [];
        foreach ($groups as $members) {
            if (\count($members) > 1) {
                usort($members, static fn (CardFile $a, CardFile $b): int => [self::rank($a), $a->path] <=> [self::rank($b), $b->path]);
            }
            if (isset($members[0])) {
                $frames[] = new Frame($members, $members[0]->stem());
            }
        }

        return new self($frames, $others);
    }

    /**
     * The still that what is none goes with.
     *
     * @param array<array-key, list<CardFile>> $groups by the homes of all stills
     */
    private static function homeOf(CardFile $file, array $groups): ?string
    {
        if (!$file->kind->goesWithAStill()) {
            return null;
        }
        $home = self::home($file->folder(), $file->stem());
        if (!isset($groups[$home]) && Kind::Sidecar === $file->kind) {
            $home = self::home($file->folder(), pathinfo($file->stem(), \PATHINFO_FILENAME));
        }

        return isset($groups[$home]) ? $home : null;
    }

    private static function home(string $folder, string $stem): string
    {
        $inDcf = 1 === preg_match('#(?:^|/)DCIM/[1-9]\d\d\w{5}$#i', $folder) && 1 === preg_match('/^\w{4}(\d{4})$/', $stem, $number);

        return $folder.'/'.($inDcf ? $number[1] : strtolower($stem));
    }

    private static function rank(CardFile $file): int
    {
        return match ($file->kind) {
            Kind::StillRaw => 0,
            Kind::StillRendered => 1,
            default => 2,
        };
    }
}
