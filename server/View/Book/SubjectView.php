<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Book;

/** Something that entries of the day book are about. */
final readonly class SubjectView
{
    public function __construct(public int $id, public string $name)
    {
    }
}
