<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

/** What came of acts: frames that are judged otherwise now, and those that another had judged since they were seen, which stay as that left them. */
final readonly class Judged
{
    /**
     * @param list<int> $frames
     * @param list<int> $met
     */
    public function __construct(public int $sitting, public array $frames, public array $met)
    {
    }
}
