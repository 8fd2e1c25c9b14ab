<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

/** A shoot with what is in it added up. */
final readonly class ShootSums
{
    /**
     * @param int                                                          $aside       frames that are set aside; in none of the other sums
     * @param array{from: string, to: string, first: string, last: string} $span        times of its first and last frame, and names
     * @param string                                                       $provenSince of the copy whose proof is the oldest
     * @param int                                                          $cover       the frame that stands for it
     */
    public function __construct(public Shoot $shoot, public int $frames, public int $aside, public int $files, public int $bytes, public array $span, public string $provenSince, public int $cover)
    {
    }
}
