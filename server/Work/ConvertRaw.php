<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work for those who convert: one raw is to become a DNG. */
final readonly class ConvertRaw
{
    public function __construct(public int $conversion)
    {
    }
}
