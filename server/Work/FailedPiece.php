<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** One piece of work that failed as often as it is tried. */
final readonly class FailedPiece
{
    /**
     * @param string      $id      in the transport of what failed
     * @param int|null    $receipt that it is about
     * @param string      $because the last failure, in words, without a full stop
     * @param string|null $at      ISO 8601
     */
    public function __construct(public string $id, public ?int $receipt, public string $what, public string $because, public ?string $at)
    {
    }
}
