<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** One press in a sitting, of one frame or of many; or the taking back of one, or the bringing again. */
final readonly class Act
{
    /** @param int|null $of the act that is taken back or brought again */
    public function __construct(public int $id, public ActKind $kind, public ?int $of = null)
    {
    }
}
