<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** Something about a plan that the photographer should know before it begins, in a sentence. */
final readonly class Problem
{
    /** @param string|null $shoot id of the shoot it is about, null for the whole card */
    public function __construct(public string $message, public About $about, public ?string $shoot = null)
    {
    }
}
