<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;

/** What became of a receipt's raws that were to become DNGs. */
final readonly class Conversions
{
    /**
     * @param int $rawBytes of the raws whose DNGs are proven
     * @param int $dngBytes of these DNGs
     * @param int $staying  raws that are to go and are still there, for their DNG is not proven at every store
     * @param int $gone     raws that went
     */
    public function __construct(public int $asked, public int $waiting, public int $proven, public int $refused, public int $rawBytes, public int $dngBytes, public int $staying, public int $gone)
    {
    }

    /** "84 raws, 2.31 GB, became 84 DNGs, 1.87 GB, all proven." '' where none was asked for. */
    public function sentence(): string
    {
        $parts = [];
        if ($this->proven > 0) {
            $parts[] = \sprintf('%s, %s, became %s, %s, all proven.', Count::of($this->proven, 'raw'), Size::of($this->rawBytes), Count::of($this->proven, 'DNG'), Size::of($this->dngBytes));
        }
        if ($this->waiting > 0) {
            $parts[] = \sprintf('%s still to be converted.', 1 === $this->waiting ? '1 is' : Count::figure($this->waiting).' are');
        }
        if ($this->refused > 0) {
            $parts[] = \sprintf('%s could not be converted and stay as they are.', Count::of($this->refused, 'raw'));
        }
        if ($this->staying > 0) {
            $parts[] = \sprintf('%s until its DNG is proven at every store.', 1 === $this->staying ? '1 raw stays' : Count::figure($this->staying).' raws stay');
        }
        if ($this->gone > 0) {
            $parts[] = \sprintf('%s let go: the DNG is there in its place, at every store.', 1 === $this->gone ? '1 raw was' : Count::figure($this->gone).' raws were');
        }

        return implode(' ', $parts);
    }
}
