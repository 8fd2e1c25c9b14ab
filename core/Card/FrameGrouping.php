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
        $stems = $groups = $others = [];
        foreach ($files as $file) {
            if ($file->kind->isStill()) {
                $stems[self::home($file->folder(), $file->stem())] ??= $file->stem();
            }
        }
        foreach ($files as $file) {
            $home = self::homeOf($file, $stems);
            if (null === $home) {
                $others[] = $file;
            } else {
                $groups[$home][] = $file;
            }
        }
        $frames = [];
        foreach ($groups as $home => $members) {
            usort($members, static fn (CardFile $a, CardFile $b): int => [self::rank($a), $a->path] <=> [self::rank($b), $b->path]);
            $frames[] = new Frame($members, $members[0]->stem());
        }

        return new self($frames, $others);
    }

    /** @param array<string, string> $stems home => stem of its first still */
    private static function homeOf(CardFile $file, array $stems): ?string
    {
        if (!$file->kind->isStill() && !$file->kind->goesWithAStill()) {
            return null;
        }
        $home = self::home($file->folder(), $file->stem());
        if (!isset($stems[$home]) && Kind::Sidecar === $file->kind) {
            $home = self::home($file->folder(), pathinfo($file->stem(), \PATHINFO_FILENAME));
        }

        return isset($stems[$home]) ? $home : null;
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
