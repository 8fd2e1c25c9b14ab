<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Extent;

use VelvetLedger\Core\Words\Size;

/** A file that ends before what it says is in it: the bytes that there are, and where it tells them, those that there should be. */
final readonly class Shortfall
{
    public function __construct(public int $bytes, public ?int $says = null)
    {
    }

    /** "20 kB of a picture that says more", "20 kB of a picture of 8.1 MB". */
    public function inWords(): string
    {
        return Size::of($this->bytes).' of a picture '.(null === $this->says ? 'that says more' : 'of '.Size::of($this->says));
    }
}
