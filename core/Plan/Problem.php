<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** Something about a plan that the photographer should know before it begins, in a sentence. */
final readonly class Problem
{
    /**
     * @param string|null $shoot id of the shoot it is about, null for the whole card
     * @param int         $of    names or frames that it is about, where these are counted
     */
    public function __construct(public string $message, public About $about, public ?string $shoot = null, public int $of = 1)
    {
    }
}
