<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Aside;

use VelvetLedger\Core\Keeping\SelectsStanding;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Order\SelectsHow;

/** Which selects of a shoot are kept in step with how they are judged, or lie in a subfolder as copies. */
final readonly class SelectsView
{
    /** Of which they are kept in step; null where they are not. */
    public ?Pass $pass;

    /** '' where there are none. */
    public string $subfolder;
    public ?SelectsHow $how;

    /** How they come there where nothing else is said. */
    public SelectsHow $byOrder;

    /** How many frames were picked to lie there; 0 where a pass says which. */
    public int $picked;

    /** How many lie in the subfolder and belong there: frames, or files of copies. */
    public int $lie;

    /** How many are to go there or back, or to be made or taken away. */
    public int $toMove;

    /** Files that lie there and are not as in the shoot: edited there, or in the shoot. */
    public int $otherwise;

    public function __construct(SelectsStanding $of)
    {
        $this->pass = $of->selects?->pass;
        $this->subfolder = $of->selects->subfolder ?? '';
        $this->how = $of->selects?->how;
        $this->byOrder = $of->byOrder;
        $this->picked = \count($of->selects->frames ?? []);
        [$this->lie, $this->toMove, $this->otherwise] = [$of->lie, $of->toMove, $of->otherwise];
    }
}
