<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** What is shown of a raw by programs that do not develop it. */
final readonly class Previews
{
    /** @param list<RenderedPreview> $larger */
    public function __construct(public Thumbnail $thumbnail, public array $larger)
    {
    }
}
