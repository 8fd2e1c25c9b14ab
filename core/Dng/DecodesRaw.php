<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** Decodes camera raws, of whatever make. */
interface DecodesRaw
{
    /** @throws CouldNotConvert */
    public function decode(string $path): DecodedRaw;

    /**
     * The mosaic alone, to compare it.
     *
     * @throws CouldNotConvert
     */
    public function mosaic(string $path): Mosaic;
}
