<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

/** A file of the card that belongs to no frame, or a place that could not be listed: what it is, in words. */
final readonly class OtherFileView
{
    /**
     * @param bool $isClip  whether it is a clip or sound, that an order can bring along
     * @param bool $canCome whether an order that brings all else brings it
     */
    public function __construct(public string $path, public string $what, public int $bytes, public bool $isClip, public bool $canCome)
    {
    }
}
