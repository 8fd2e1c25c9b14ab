<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** A DNG that is proven: decoded again, it gave the raw's samples. */
final readonly class Converted
{
    /**
     * @param int    $rawBytes size of the raw
     * @param int    $bytes    size of the DNG
     * @param string $digest   MD5 of the samples, in hexadecimal
     */
    public function __construct(public string $path, public int $rawBytes, public int $bytes, public string $digest, public string $camera, public int $width, public int $height)
    {
    }
}
