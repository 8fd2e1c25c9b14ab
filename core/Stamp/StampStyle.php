<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** How stamps are written. */
final readonly class StampStyle
{
    /**
     * @param bool $parents     whether a keyword writes its parents, too
     * @param bool $jpegSidecar whether JPEGs are left as they are and get a sidecar
     * @param bool $iim         whether the older record (IIM) is written also where a picture has none
     */
    public function __construct(public bool $parents = true, public bool $jpegSidecar = false, public bool $iim = false)
    {
    }
}
