<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/**
 * Which files on a card are one frame: those of one folder and one name before the extension, as DCF 2.0
 * (CIPA DC-009, "DCF object") has it for files of the same number; a sidecar may also repeat the whole name
 * of the still it describes. Every frame has a still; what goes with none stays apart.
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
                $stems[$file->folder().'/'.strtolower($file->stem())] = $file->stem();
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
            $frames[] = new Frame($members, $stems[$home]);
        }

        return new self($frames, $others);
    }

    /** @param array<string, string> $stems folder and lower-case stem => stem */
    private static function homeOf(CardFile $file, array $stems): ?string
    {
        if (!$file->kind->isStill() && !$file->kind->goesWithAStill()) {
            return null;
        }
        $home = $file->folder().'/'.strtolower($file->stem());
        if (!isset($stems[$home]) && Kind::Sidecar === $file->kind) {
            $home = $file->folder().'/'.strtolower(pathinfo($file->stem(), \PATHINFO_FILENAME));
        }

        return isset($stems[$home]) ? $home : null;
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
