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
     * @param bool $dngSidecar  whether DNGs that a camera wrote are left as they are, as every raw is, and get a sidecar
     */
    public function __construct(public bool $parents = true, public bool $jpegSidecar = false, public bool $iim = false, public bool $dngSidecar = true)
    {
    }

    /** Of DNGs that were made here: these are no camera's originals. */
    public function ofOurs(): self
    {
        return new self($this->parents, $this->jpegSidecar, $this->iim, false);
    }
}
