<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;

/** Which of a card's files are held or promised, which stand on it or elsewhere a second time, and which frames were held before with other bytes. */
final readonly class Holdings
{
    /**
     * @param array<string, HeldAs>     $files        path on the card => what the ledger holds
     * @param array<string, PromisedBy> $promised     path on the card => the intake that will bring it in
     * @param array<string, Twin>       $again        path on the card => where the same file stands on it before
     * @param array<string, Twin>       $twins        frame key => where the same frame stands
     * @param array<string, HeldAs>     $sameExposure frame key => the held frame of the same exposure with other bytes
     */
    public function __construct(private array $files = [], private array $promised = [], private array $again = [], private array $twins = [], private array $sameExposure = [])
    {
    }

    public static function none(): self
    {
        return new self();
    }

    public function heldAs(CardFile $file): ?HeldAs
    {
        return $this->files[$file->path] ?? null;
    }

    public function promisedBy(CardFile $file): ?PromisedBy
    {
        return $this->promised[$file->path] ?? null;
    }

    /** The same file earlier on this card. */
    public function againAs(CardFile $file): ?Twin
    {
        return $this->again[$file->path] ?? null;
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

    /** The intake that will bring in what is not held of the frame; null where any of it is neither held nor promised. */
    public function framePromisedBy(Frame $frame): ?PromisedBy
    {
        $by = null;
        foreach ($frame->files as $file) {
            if (!isset($this->files[$file->path]) && !isset($this->promised[$file->path])) {
                return null;
            }
            $by ??= $this->promised[$file->path] ?? null;
        }

        return $by;
    }

    public function twinOf(Frame $frame): ?Twin
    {
        return $this->twins[$frame->key] ?? null;
    }

    public function sameExposureAs(Frame $frame): ?HeldAs
    {
        return $this->sameExposure[$frame->key] ?? null;
    }

    /** Whether a frame is left on the card unless the photographer marks it: every file of it is held, promised, or on the card before. */
    public function isUnmarked(Frame $frame): bool
    {
        foreach ($frame->files as $file) {
            if (!isset($this->files[$file->path]) && !isset($this->promised[$file->path]) && !isset($this->again[$file->path])) {
                return false;
            }
        }

        return true;
    }
}
