<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Book;

/** A browser that may enter: since when, until when, and how it names itself. */
final readonly class SessionView
{
    /**
     * @param string $key    by which it is ended
     * @param string $begun  ISO 8601
     * @param string $until  ISO 8601
     * @param bool   $isThis whether it is the one that asks
     */
    public function __construct(public string $key, public string $begun, public string $until, public string $browser, public bool $isThis)
    {
    }
}
