<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** What a frame can be told by that is not asked for unless somebody tells by it. */
final readonly class Traits
{
    /**
     * @param string       $hour     in which it was taken, "21"
     * @param list<string> $keywords
     * @param list<string> $hints    see Hint
     */
    public function __construct(public string $hour = '', public array $keywords = [], public array $hints = [])
    {
    }
}
