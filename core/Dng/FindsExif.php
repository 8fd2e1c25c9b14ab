<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** Finds what a raw that is not built on TIFF has of Exif. */
interface FindsExif
{
    /** A TIFF structure (TIFF 6.0) with the raw's Exif and maker note in it, as bytes; null where there is none. */
    public function in(string $raw): ?string;
}
