<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Book;

/** One thing that is still open: a sentence, and the page on which it is mended or looked at. */
final readonly class StillOpenView
{
    /**
     * @param bool   $isGrave whether files are at stake, not only work
     * @param string $page    address within the program, "/receipts/12"
     */
    public function __construct(public string $sentence, public bool $isGrave, public string $page)
    {
    }
}
