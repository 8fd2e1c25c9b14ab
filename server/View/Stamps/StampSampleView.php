<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

/** What will be written into the files of a shoot, as its first frame has it. */
final readonly class StampSampleView
{
    /**
     * @param string|null        $slip     the rights slip that applies; null for none
     * @param string|null        $notThere a rights slip that the order names, and that there is no more
     * @param list<SaidView>     $says
     * @param list<list<string>> $keywords
     * @param list<string>       $limits   where an older record holds less of a text, in words
     * @param list<string>       $written  where it is written, in words
     */
    public function __construct(public ?string $slip, public ?string $notThere, public array $says, public array $keywords, public array $limits, public array $written)
    {
    }
}
