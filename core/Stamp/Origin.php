<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** Where a frame came from, as its files say it. Times as cameras write them: "2026-05-04T21:14:09". */
final readonly class Origin
{
    /**
     * @param string      $name       of its file on the card
     * @param string|null $cameraTime by the camera's own clock
     * @param string|null $takenAt    corrected; null where the clock was right
     * @param int         $correction seconds
     * @param string      $intake     the receipt it came in by
     * @param string      $shoot      identifier
     */
    public function __construct(public string $name, public ?string $cameraTime, public ?string $takenAt, public int $correction, public string $intake, public string $shoot)
    {
    }

    /** The same frame's, of another of its files. */
    public function of(string $name): self
    {
        return new self($name, $this->cameraTime, $this->takenAt, $this->correction, $this->intake, $this->shoot);
    }
}
