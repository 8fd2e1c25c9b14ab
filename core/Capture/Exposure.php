<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** How a still was exposed: seconds, f-number, ISO speed, focal length in millimetres, bias in EV. Null means that the file does not say. */
final readonly class Exposure
{
    public ?float $seconds;
    public ?float $fNumber;
    public ?int $iso;
    public ?float $focalLengthMm;
    public ?float $biasEv;

    public function __construct(?float $seconds = null, ?float $fNumber = null, ?int $iso = null, ?float $focalLengthMm = null, ?float $biasEv = null)
    {
        $this->seconds = Recorded::real($seconds);
        $this->fNumber = Recorded::real($fNumber);
        $this->iso = Recorded::whole($iso);
        $this->focalLengthMm = Recorded::real($focalLengthMm);
        $this->biasEv = Recorded::real($biasEv);
    }
}
