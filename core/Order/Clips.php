<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** Whether moving pictures, and sounds that go with no frame, are brought along; they are copied and named like stills, and never changed. */
enum Clips: string
{
    case Stay = 'stay on the card';
    case WithStills = 'with the stills';
    case InSubfolder = 'in a subfolder';

    /** The subfolder of a shoot that they go to, where they go to one. */
    public const SUBFOLDER = 'clips';
}
