<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** Keeps one of equal values: all frames of a body name it, and what is one object is stored and fetched once. */
final class SharedParts
{
    /** @var array<string, object> by what they hold */
    private array $known = [];

    /**
     * @template T of object
     *
     * @param T $part that cannot be changed
     *
     * @return T the first that is equal to it
     */
    public function one(object $part): object
    {
        /** @var T */
        return $this->known[serialize($part)] ??= $part;
    }
}
