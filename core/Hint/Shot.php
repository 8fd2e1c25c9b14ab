<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

use VelvetLedger\Core\Card\ReadFrame;

/** What tells which frames were taken as one: by which body, when, and at which exposure; of a frame on a card or of one that is held. */
final readonly class Shot
{
    /**
     * @param array-key $key     of the frame
     * @param float     $seconds by the body's own clock, since whenever
     * @param float     $biasEv  exposure compensation, EV
     * @param bool      $isDated whether it was the camera that dated it
     */
    public function __construct(public int|string $key, public string $body, public float $seconds, public float $biasEv, public bool $isDated = true)
    {
    }

    public static function ofRead(ReadFrame $frame): self
    {
        $at = $frame->takenAt();
        $gear = $frame->facts?->gear;

        return new self($frame->frame->key, $gear?->model.'|'.$gear?->serial, self::seconds($at->local, $at->subsecond), $frame->facts->exposure->biasEv ?? 0.0, !$frame->isDatedByFile());
    }

    /**
     * @param string      $local     "2026-05-04T21:14:09"
     * @param string|null $subsecond digits after the point, as Exif's SubSecTimeOriginal has them
     */
    public static function seconds(string $local, ?string $subsecond): float
    {
        return (new \DateTimeImmutable($local, new \DateTimeZone('UTC')))->getTimestamp() + (float) ('0.'.($subsecond ?? '0'));
    }
}
