<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Server\Persistence\Intakes\BroughtIn;

/** Files that were copied together, while they are entered. */
final readonly class ComingIn
{
    /**
     * @param array<int, Copied> $done   all of them, but for what goes with one
     * @param array<int, Copied> $failed those that have no copy at the main store
     * @param list<BroughtIn>    $files  the others, as they are entered
     */
    public function __construct(public array $done, public array $failed, public array $files)
    {
    }
}
