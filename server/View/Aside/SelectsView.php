<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Aside;

use VelvetLedger\Core\Look\Pass;

/** Which selects of a shoot are kept in step with how they are judged. */
final readonly class SelectsView
{
    /**
     * @param ?Pass $pass   null where none are
     * @param int   $lie    how many lie in the subfolder and belong there
     * @param int   $toMove how many are to go there or back
     */
    public function __construct(public ?Pass $pass, public string $subfolder, public int $lie, public int $toMove)
    {
    }
}
