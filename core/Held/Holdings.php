<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\ReadFrame;

/** Which of a card's files are held, which of its frames have a twin, and which were held before with other bytes. */
final readonly class Holdings
{
    /**
     * @param array<string, HeldAs> $files        path on the card => what the ledger holds
     * @param array<string, Twin>   $twins        frame key => where the same frame stands
     * @param array<string, HeldAs> $sameExposure frame key => the held frame of the same exposure with other bytes
     */
    private function __construct(private array $files, private array $twins, private array $sameExposure)
    {
    }

    public static function none(): self
    {
        return new self([], [], []);
    }

    /**
     * @param list<ReadFrame>       $frames in order of capture: of two twins on one card, the later is the twin
     * @param array<string, string> $prints path on the card => quick print, for the suspects
     */
    public static function compare(array $frames, array $prints, Known $known): self
    {
        $files = $twins = $same = $seen = [];
        foreach ($frames as $frame) {
            $lead = $frame->frame->lead();
            foreach ($frame->frame->files as $file) {
                $held = $known->prints[$prints[$file->path] ?? ''] ?? null;
                if (null !== $held) {
                    $files[$file->path] = $held;
                }
            }
            $print = $prints[$lead->path] ?? null;
            if (null !== $print && isset($seen[$print])) {
                $twins[$frame->frame->key] = Twin::onThisCard($seen[$print]);
            } elseif (null !== $print && isset($known->otherCards[$print])) {
                $twins[$frame->frame->key] = Twin::onCard($known->otherCards[$print]);
            }
            if (null !== $print) {
                $seen[$print] ??= $lead->text();
            }
            $identity = ExposureIdentity::of($frame->facts, $frame->frame->stem);
            if (null !== $identity && isset($known->exposures[$identity]) && !isset($files[$lead->path])) {
                $same[$frame->frame->key] = $known->exposures[$identity];
            }
        }

        return new self($files, $twins, $same);
    }

    public function heldAs(CardFile $file): ?HeldAs
    {
        return $this->files[$file->path] ?? null;
    }

    /** What the whole frame is held as: null unless all of its files are held. */
    public function frameHeldAs(Frame $frame): ?HeldAs
    {
        foreach ($frame->files as $file) {
            if (!isset($this->files[$file->path])) {
                return null;
            }
        }

        return $this->files[$frame->lead()->path];
    }

    public function twinOf(Frame $frame): ?Twin
    {
        return $this->twins[$frame->key] ?? null;
    }

    public function sameExposureAs(Frame $frame): ?HeldAs
    {
        return $this->sameExposure[$frame->key] ?? null;
    }

    /** Whether a frame is left on the card unless the photographer marks it: held already, or the twin of another frame here. */
    public function isUnmarked(Frame $frame): bool
    {
        return null !== $this->frameHeldAs($frame) || true === $this->twinOf($frame)?->onThisCard;
    }
}
