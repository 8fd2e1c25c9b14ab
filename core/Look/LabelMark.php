<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** What a label is told by on the screen beside its word: a shape, which has a colour of its own. */
enum LabelMark: string
{
    case Lantern = 'lantern';
    case Sail = 'sail';
    case Hull = 'hull';
    case Kiln = 'kiln';
    case Rope = 'rope';
    case Oar = 'oar';
}
