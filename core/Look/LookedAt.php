<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** A frame in a sitting: how it is judged now, by which revision, and what passes can be told apart by. */
final readonly class LookedAt
{
    /**
     * @param int    $id   in the ledger
     * @param string $body as Shoot\Body names it; '' where none is known, as of the lens
     */
    public function __construct(public int $id, public Judgement $judged, public int $revision, public string $body = '', public string $lens = '')
    {
    }
}
