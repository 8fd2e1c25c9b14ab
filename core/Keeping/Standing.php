<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Shoot\TimeSource;

/** Where a frame stands in the ledger: in which shoot, with which number, and at what time it is said to have been taken. */
final readonly class Standing
{
    /**
     * @param int|null $number     in its name, and over what that counts
     * @param string   $takenAt    "2026-05-04T21:14:09"
     * @param int      $correction seconds by which the camera's clock was put on
     */
    public function __construct(public int $shoot, public ?int $number, public ?Scope $scope, public string $takenAt, public TimeSource $by, public int $correction)
    {
    }

    public function inShoot(int $shoot): self
    {
        return new self($shoot, $this->number, $this->scope, $this->takenAt, $this->by, $this->correction);
    }

    public function numbered(?int $number, ?Scope $scope): self
    {
        return new self($this->shoot, $number, $scope, $this->takenAt, $this->by, $this->correction);
    }

    /** By a clock that is put on by so many seconds more. */
    public function putOn(int $seconds, string $takenAt): self
    {
        $correction = $this->correction + $seconds;

        return new self($this->shoot, $this->number, $this->scope, $takenAt, TimeSource::Hand === $this->by || TimeSource::File === $this->by ? $this->by : (0 === $correction ? TimeSource::Camera : TimeSource::Corrected), $correction);
    }

    public function is(self $other): bool
    {
        return [$this->shoot, $this->number, $this->scope, $this->takenAt, $this->by, $this->correction] === [$other->shoot, $other->number, $other->scope, $other->takenAt, $other->by, $other->correction];
    }
}
