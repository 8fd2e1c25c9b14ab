<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Naming\ShootNames;

/**
 * Hands out names to the frames of one shoot, in order. All files of a frame share one stem; where any of
 * the resulting names is in use, the stem takes "-2", "-3" … until all are free.
 */
final class FrameNames
{
    private int $number = 0;
    private bool $lastWasTaken = false;

    /** @var array<string, true> names given out, in lower case */
    private array $given = [];

    public function __construct(private readonly ShootNames $names, private readonly NamesInUse $taken)
    {
    }

    /** The stem of the next frame's files. */
    public function next(ReadFrame $frame): string
    {
        $plain = $this->names->stem(++$this->number);
        $stem = $plain;
        for ($suffix = 2; !$this->isFree($stem, $frame); ++$suffix) {
            $stem = $plain.'-'.$suffix;
        }
        $this->lastWasTaken = $stem !== $plain;
        foreach ($frame->frame->files as $file) {
            $this->given[mb_strtolower(self::fileName($stem, $frame, $file))] = true;
        }

        return $stem;
    }

    /** Whether the last name given out had to differ from the plain one. */
    public function lastWasTaken(): bool
    {
        return $this->lastWasTaken;
    }

    /** Extensions in lower case; a second file of the same extension in one frame is told apart by "b", "c" … */
    public static function fileName(string $stem, ReadFrame $frame, CardFile $file): string
    {
        $extension = strtolower($frame->frame->extensionOf($file));
        $earlier = 0;
        foreach ($frame->frame->files as $other) {
            if ($other === $file) {
                break;
            }
            $earlier += strtolower($frame->frame->extensionOf($other)) === $extension ? 1 : 0;
        }

        return $stem.(0 === $earlier ? '' : \chr(\ord('a') + $earlier)).'.'.$extension;
    }

    private function isFree(string $stem, ReadFrame $frame): bool
    {
        foreach ($frame->frame->files as $file) {
            $name = self::fileName($stem, $frame, $file);
            if (isset($this->given[mb_strtolower($name)]) || $this->taken->isTaken($this->names->folder(), $name)) {
                return false;
            }
        }

        return true;
    }
}
