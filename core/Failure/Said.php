<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Failure;

/** A failure that keeps its place and its reason beside its sentence. */
trait Said
{
    private function __construct(string $sentence, private readonly string $place = '', private readonly string $reason = '')
    {
        parent::__construct($sentence);
    }

    public function place(): string
    {
        return $this->place;
    }

    public function reason(): string
    {
        return $this->reason;
    }
}
