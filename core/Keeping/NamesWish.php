<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Naming\NamePattern;

/** What is to become of names. */
final readonly class NamesWish
{
    /**
     * @param NamePattern|null $pattern null for that by which they were named
     * @param int|null         $from    the first number; null for that of the pattern
     * @param string           $find    a text that gives way
     * @param string           $with    to this one
     */
    public function __construct(public NamesAsked $asked = NamesAsked::Follow, public ?NamePattern $pattern = null, public ?int $from = null, public string $find = '', public string $with = '')
    {
    }
}
